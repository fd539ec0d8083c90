import type { CollectionName } from '../commands.ts';

/** What things of a collection are called where they have no mark of their own. */
const WORDS: Readonly<Partial<Record<CollectionName, string>>> = {
  panels: 'panel',
  customParts: 'part of its own',
  customLinks: 'fuse link',
  connections: 'wire',
  extras: 'line of the quote',
  control: 'rule',
  survey: 'found circuit',
  accepted: 'finding let stand',
};

/**
 * A thing of a board as people call it: by its mark, else by its name, else by what it is.
 * @example
 * thingName('panels', { name: 'Door' }); // 'panel Door'
 */
export function thingName(collection: CollectionName, thing: object): string {
  const word = WORDS[collection] ?? collection;
  const { designation, name } = thing as { designation?: string; name?: string };
  return designation ?? (name ? `${word} ${name}` : word);
}
