import { attachmentText } from '../../document/part/attachmentText.ts';
import { parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName } from '../places.ts';
import { elements, names } from '../views.ts';

/** A battery whose two posts take different lugs: it is the pair people buy twice of one. */
export const postsDiffer = finding({
  id: 'posts-differ',
  subject: 'ends',
  station: 'cables',
  severity: { note: 'to know' },
  protects: 'whoever buys the lugs: too many of one and none of the other',
  source: 'part sheet: posts',
  limits: {},
  reads: { elements, names, parts },
  judge: ({ elements, names, parts }) =>
    elements.of('battery').flatMap(({ item, element }) => {
      const terminals = parts.get(item.partId)!.terminals;
      const plus = terminals.find((t) => t.id === element.plus);
      const minus = terminals.find((t) => t.id === element.minus);
      if (!plus || !minus) return [];
      const [a, b] = [attachmentText(plus.attachment), attachmentText(minus.attachment)];
      if (a === b) return [];
      const [at, other] = [plus, minus].map((t) => ({ itemId: item.id, terminalId: t.id }));
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id], terminals: [at!, other!] },
          says: `${item.designation}: its plus is ${a}, its minus ${b}`,
          why: `two kinds of lug for one battery; ${placeName({ names, parts }, at!)} is not like the other`,
        },
      ];
    }),
});
