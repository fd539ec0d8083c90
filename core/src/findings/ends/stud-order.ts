import { fact } from '../../stages/inputs.ts';
import { parts, stacks } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';
import { onStud } from './onStud.ts';

/** A wider palm above a narrower one. */
export const studOrder = finding({
  id: 'stud-order',
  subject: 'ends',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the joint: the widest palm carries the others',
  source: 'biggest lug at the bottom (common practice, no source)',
  limits: {},
  reads: { stacks, names, parts, items: fact('items', ['id', 'stacks']) },
  judge: ({ stacks, names, parts, items }) =>
    stacks.flatMap((stack) => {
      const { layers } = stack;
      const upside = layers.findIndex((l, i) => i > 0 && l.palmWidthMm > layers[i - 1]!.palmWidthMm + 1e-9);
      if (upside <= 0) return [];
      const at = onStud(stack, { names, parts });
      const item = items.find((i) => i.id === stack.itemId)!;
      return [
        {
          entity: `${at.entity}/order`,
          where: at.where,
          says: `${layers[upside]!.designation} lies above the narrower ${layers[upside - 1]!.designation} on ${at.where.label}`,
          why: 'the widest palm belongs at the bottom, where it carries the others',
          fixes: [
            {
              label: `Widest at the bottom${item.stacks.some((s) => s.terminalId === stack.terminalId && s.order.mode === 'locked') ? ', the locked order let go' : ''}`,
              commands: [
                {
                  kind: 'set',
                  collection: 'items',
                  id: item.id,
                  field: 'stacks',
                  value: item.stacks.filter((s) => s.terminalId !== stack.terminalId),
                },
              ],
            },
          ],
        },
      ];
    }),
});
