/** What a text says; undefined where it is no JSON. */
export function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
