/**
 * Versions by content: of the core its source, of the catalogue and the profiles what they hold. They are pinned in every
 * revision of a board, so they must move whenever the same board may derive to something else.
 * Written by `npm run versions`; a test tells when that is due.
 */
export const VERSIONS = {
  core: '39c4df4a1adb',
  catalogue: '40d372f8',
  profiles: {
    'craft-iso': 'bcb95239',
    'craft-abyc': '4ce7128f',
    road: '72d7a42a',
    'fixed-iec': '254e7b32',
    'fixed-nec': '56fcb223',
  },
} as const;
