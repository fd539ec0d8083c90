/** Pages of the shop that stand on top of every page. */
export const HEAD_PAGES = [
  ['/plan', 'Plan'],
  ['/stock', 'Store'],
  ['/buying', 'Buying'],
  ['/catalogue', 'Catalogue'],
  ['/practice', 'Practice'],
  ['/workshop', 'Workshop'],
] as const;
/** What is set under Workshop, by the names of its sheets there. */
export const SETTINGS = {
  figures: 'Shares, rates, currency, address',
  sheets: 'Sheets boards are cut from',
  sizes: 'Conductor sizes kept',
  tools: 'Crimping tools and dies',
  instruments: 'Measuring instruments',
  bench: 'Wrenches, scales, meters and their checks',
  tubes: 'Heat-shrink kept',
  store: 'How the store is cut from and bought for',
  rules: 'Rules of our own',
  told: 'Programs that are told',
} as const;
/** All of them. */
export const SHOP_PAGES: readonly (readonly [path: string, title: string])[] = [
  ['/', 'The wall'],
  ...HEAD_PAGES,
  ['/lessons', 'What fails'],
  ['/screen', 'Large screen'],
  ['/people', 'People'],
  ['/audit', 'Who did what'],
  ['/guide', 'Guide'],
  ['/me', 'Yourself: units, password, PIN, keys, where you are signed in'],
  ['/hands', 'Change hands'],
];
