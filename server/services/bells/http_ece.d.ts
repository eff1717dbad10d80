declare module 'http_ece' {
  import type { ECDH } from 'node:crypto'
  /** Opens a message that was sealed for a browser (RFC 8188). */
  export function decrypt(sealed: Buffer, keys: { version: 'aes128gcm'; privateKey: ECDH; authSecret: string }): Buffer
}
