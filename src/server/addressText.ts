import { notFound } from 'next/navigation'
import { unstorable } from './api/storable'

/** A name from the address line, such as a tag. An address nobody could have given a name is not found. */
export function addressText(segment: string): string {
  const text = decoded(segment)
  if (text === null || unstorable(text)) notFound()
  return text.normalize('NFC')
}

/** Where `%ff` stands in an address, it is no text in UTF-8. */
function decoded(segment: string): string | null {
  try {
    return decodeURIComponent(segment)
  } catch {
    return null
  }
}
