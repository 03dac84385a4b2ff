/** What the door writes into each request: from where it came. Whatever a caller says under this name is overwritten there. */
export const ADDRESS_HEADER = 'x-barys-address'

/** From where a request came; without the door nobody knows. */
export const callerAddress = (request: Request): string =>
  request.headers.get(ADDRESS_HEADER)?.slice(0, 64) || 'unknown'
