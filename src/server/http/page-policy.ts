export const NONCE_HEADER = 'x-nonce';

/** What a page may load and run. `ancestors` says which pages may show it in a frame. */
export const pagePolicy = (nonce: string, ancestors: "'none'" | '*'): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    // React writes measures and colours as style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    `frame-ancestors ${ancestors}`,
  ].join('; ');
