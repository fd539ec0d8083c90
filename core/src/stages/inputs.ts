import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Brief } from '../document/brief/brief.ts';
import type { CollectionName, Collections } from '../document/commands.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { PowerPlan } from '../document/power/power.ts';
import type { BoardSettings } from '../document/settings/settings.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { field, input, part, rows } from '../engine/fact.ts';
import type { Node } from '../engine/node.ts';
import type { Profile } from '../profiles/profile.ts';

/** The four values everything is derived from. */
export const board = input<Board>('board');
export const shippedCatalogue = input<Catalogue>('shippedCatalogue');
export const profile = input<Profile>('profile');
export const workshop = input<Workshop>('workshop');

/** A collection of the board whole, each of its rows with all its fields. */
export const collection = <C extends CollectionName>(name: C): Node<readonly Collections[C][]> =>
  field(board, name) as Node<readonly unknown[]> as Node<readonly Collections[C][]>;

/**
 * Some fields of every row of a collection, and no others.
 * @example
 * fact('items', ['id', 'place']).name; // 'board.items[id,place]'
 */
export const fact = <C extends CollectionName, const F extends keyof Collections[C] & string>(
  name: C,
  fields: readonly F[],
): Node<readonly Readonly<Pick<Collections[C], F>>[]> =>
  rows(collection(name) as Node<readonly Collections[C][]>, fields);

/** Some fields of the brief, of the power sheet, of the settings, of the workshop's values. */
export const briefOf = <const F extends keyof Brief & string>(fields: readonly F[]) =>
  part(field(board, 'brief'), fields);
export const powerOf = <const F extends keyof PowerPlan & string>(fields: readonly F[]) =>
  part(field(board, 'power'), fields);
export const settingsOf = <const F extends keyof BoardSettings & string>(fields: readonly F[]) =>
  part(field(board, 'settings'), fields);
export const workshopOf = <const F extends keyof Workshop & string>(fields: readonly F[]) => part(workshop, fields);

/** Rows by id, in their order. */
export const byId = <T extends { readonly id: Id }>(list: readonly T[]): ReadonlyMap<Id, T> =>
  new Map(list.map((entry) => [entry.id, entry]));
