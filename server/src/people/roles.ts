/** What somebody may be in a workshop; one person may be several. */
export const ROLES = ['owner', 'designer', 'buyer', 'assembler', 'tester', 'electrician', 'trainer', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** What each may do, in a sentence for whoever gives it. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'invites and ends people, sets the workshop up, reads who did what',
  designer: 'takes orders, draws boards, releases them, quotes, plans the shop',
  buyer: 'buys, keeps prices and the levels of the store',
  assembler: 'cuts, crimps, builds, takes from the store',
  tester: 'reads at the bench and ships',
  electrician: 'signs the mains side, with a licence',
  trainer: 'sees how practice went',
  viewer: 'looks and changes nothing; not into quotes, costs and purchases',
};

/** Puts roles in their order, each once. */
export const inOrderOfRoles = (roles: readonly Role[]): Role[] => ROLES.filter((r) => roles.includes(r));
