/**
 * What a picture is drawn from: the parsed input and the checked answer of the calculation with that name. The registry
 * holds calculations of many types in one list, so their fields are known here by name only; each was checked against
 * its schema just before.
 */
export type PictureInput = {
  readonly name: string
  // biome-ignore lint/suspicious/noExplicitAny: one type for the checked inputs of all calculations, see above
  readonly input: any
  // biome-ignore lint/suspicious/noExplicitAny: one type for the checked answers of all calculations, see above
  readonly answer: any
}
