import { LARGEST_PHOTO_BYTES } from '@/schema/instrumentNote'

/** Longest side of a photo as it is kept, in pixels. */
const LONGEST_SIDE = 1000
const QUALITIES = [0.75, 0.6, 0.45, 0.3] as const

/** A photo made small enough to be kept, as base64 of a JPEG; null where the file is no picture. */
export async function smallPhoto(file: File): Promise<string | null> {
  const bitmap = await createImageBitmap(file).catch(() => null)
  if (!bitmap) return null
  const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  for (const quality of QUALITIES) {
    const base64 = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? ''
    if (base64.length * 0.75 <= LARGEST_PHOTO_BYTES) return base64
  }
  return null
}
