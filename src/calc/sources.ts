/** Sources that several calculations rest on, as their workings name them. */
export const COMMON_PRACTICE = 'common practice, no source'
export const ROOT_LAW = 'square-root law of differential-pressure flow meters, ISO 5167-1'
export const IF97 = 'IAPWS R7-97(2012), regions 1, 2 and 4'
export const INTERVALS = 'ILAC-G24 / OIML D 10 (from memory)'
