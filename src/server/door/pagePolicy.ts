/**
 * What a page of ours may load and run (Content Security Policy, level 3): its own files, and of scripts that stand in a
 * page those that carry the nonce of this answer. Styles may stand in pages: MUI writes them there.
 */
export const pagePolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
