declare module 'woff2sfnt-sfnt2woff' {
  /** Unpacks a WOFF face into the sfnt it holds. */
  export function toSfnt(woff: Buffer): Buffer;
}
