/** Scatter of a reading where nobody has measured it: a tenth of the error limit. Common practice, no source. */
export const usualScatter = (limit: number): number => limit / 10
