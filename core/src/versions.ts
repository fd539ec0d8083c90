/**
 * Versions by content: of the core its source, of the catalogue and the profiles what they hold. They are pinned in every
 * revision of a board, so they must move whenever the same board may derive to something else.
 * Written by `npm run versions`; a test tells when that is due.
 */
export const VERSIONS = {
  core: 'bfaad846a742',
  catalogue: '94744e0f',
  profiles: {
    'craft-iso': '950ec3b4',
    'craft-abyc': '1f9ca4ac',
    road: '97188868',
    'fixed-iec': '0c42aa9a',
    'fixed-nec': '28685179',
  },
} as const;
