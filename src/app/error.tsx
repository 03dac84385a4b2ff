'use client'
import { LoadFailure } from '@/ui/shell/LoadFailure'

/** A page that could not be made, inside the frame. */
export default function PageError() {
  return <LoadFailure />
}
