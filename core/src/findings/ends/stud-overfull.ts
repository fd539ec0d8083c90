import { profile } from '../../stages/inputs.ts';
import { parts, stacks } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';
import { onStud } from './onStud.ts';

/** Studs with too many lugs. */
export const studOverfull = finding({
  id: 'stud-overfull',
  subject: 'ends',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the joint: a high stack works loose and burns',
  source: 'lugs on a stud, of the profile',
  limits: { lugs: { setBy: 'profile', unit: '', what: 'lugs on one stud', source: 'lugs on a stud' } },
  reads: { stacks, profile, names, parts },
  judge: ({ stacks, profile: { lugsPerStudMax }, names, parts }) =>
    stacks
      .filter((s) => s.layers.length > lugsPerStudMax.value)
      .map((stack) => {
        const at = onStud(stack, { names, parts });
        return {
          ...at,
          says: `${stack.layers.length} lugs on ${at.where.label}, at most ${lugsPerStudMax.value}`,
          why: stack.layers.map((l) => l.designation).join(', '),
          source: lugsPerStudMax.source,
        };
      }),
});
