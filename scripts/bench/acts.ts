/** What a person did in the browser. */
export type Acts = { readonly clicks: number; readonly keys: number; readonly boxes: number; readonly letters: number }
