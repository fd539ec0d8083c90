/**
 * Versions by content: of the core its source, of the catalogue and the profiles what they hold. They are pinned in every
 * revision of a board, so they must move whenever the same board may derive to something else.
 * Written by `npm run versions`; a test tells when that is due.
 */
export const VERSIONS = {
  core: '053b3d5036dd',
  catalogue: '78aabcde',
  profiles: {
    'craft-iso': 'bcb95239',
    'craft-abyc': '44449739',
    road: '72d7a42a',
    'fixed-iec': '5d7fd431',
    'fixed-nec': '13ebaedf',
  },
} as const;
