import { notFound } from 'next/navigation'
import { NotFound } from './refusals'

/** Loads a page's data; what is not there becomes the not-found page instead of an error. */
export async function pageOrNotFound<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load()
  } catch (error) {
    if (error instanceof NotFound) notFound()
    throw error
  }
}
