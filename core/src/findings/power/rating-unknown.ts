import { fact } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';
import { about } from './powerWords.ts';

/** Parts whose rating nobody can read. */
export const ratingUnknown = finding({
  id: 'rating-unknown',
  subject: 'power',
  station: 'power',
  severity: { warn: 'bad practice' },
  protects: 'against judgements that stand on a guess',
  source: 'survey or reception of the part',
  limits: {},
  reads: { items: fact('items', ['id', 'designation', 'ownership', 'ratingKnown']) },
  judge: ({ items }) =>
    items
      .filter((i) => !i.ratingKnown)
      .map((item) => ({
        ...about([item]),
        says: `${item.designation}'s rating cannot be confirmed`,
        why: `${item.ownership === 'workshop' ? 'marked so' : item.ownership === 'customer' ? "the customer's own part" : 'a second-hand part'}: what stands on its numbers is an assumption until it is tested or replaced`,
      })),
});
