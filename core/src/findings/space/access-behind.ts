import { finding } from '../finding.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Parts wired behind a board that hangs. */
export const accessBehind = finding({
  id: 'access-behind',
  subject: 'space',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'whoever has to check its nuts later',
  source: `access behind (${PRACTICE})`,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing
      .filter(
        (s) =>
          s.face === 'back' && s.panel.backClearanceMm > 0 && s.part.terminals.length > 0 && s.panel.fixings.length > 0,
      )
      .map((s) => ({
        entity: s.item.id,
        where: at(s),
        says: `${s.item.designation} is wired behind the board`,
        why: 'its nuts are torqued before the board is hung, and it comes down again to check them',
      })),
});
