import type { Item } from './item.ts';

type Told = 'id' | 'designation' | 'partId';

/**
 * An item of which nothing more is said than what it is: unplaced, the workshop's own, held by nobody.
 * @example
 * blankItem({ id: 'a', designation: '-F1', partId: 'holder-sf51' }).ownership; // 'workshop'
 */
export const blankItem = (of: Pick<Item, Told> & Partial<Item>): Item => ({
  name: '',
  place: { kind: 'unplaced' },
  load: null,
  feed: null,
  ownership: 'workshop',
  ratingKnown: true,
  held: false,
  groupId: null,
  standOffMm: 0,
  drawnAt: null,
  inserts: [],
  stacks: [],
  inService: true,
  framePoints: [],
  ...of,
});
