/** Header by which pages learn the nonce of their answer; the door writes it. */
export const NONCE_HEADER = 'x-nonce'
