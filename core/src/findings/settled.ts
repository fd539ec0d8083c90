import type { AcceptedFinding } from '../document/accepted/acceptedFinding.ts';
import type { Command } from '../document/commands.ts';
import { newId } from '../document/newId.ts';
import type { Finding } from './finding.ts';

type Judged = Pick<Finding, 'id' | 'severity' | 'says' | 'accepted'>;

/**
 * Findings with who lets which of them stand. An acceptance holds for a warning as long as it says what it said then; with
 * other numbers it is asked again, and nobody lets a danger stand.
 * @example
 * withAccepted([], []); // []
 */
export function withAccepted<F extends Judged>(findings: readonly F[], accepted: readonly AcceptedFinding[]): F[] {
  const of = new Map(accepted.map((a) => [a.findingId, a]));
  return findings.map((f) => {
    const own = of.get(f.id);
    if (!own) return f;
    const { id, who, reason, on } = own;
    return { ...f, accepted: { id, who, reason, on, holds: f.severity === 'warn' && own.says === f.says } };
  });
}

/**
 * Whether something is still to be done about a finding: mended, or let stand by somebody.
 * @example
 * isOpen({ id: 'a', severity: 'note', says: '', accepted: null }); // false
 */
export const isOpen = ({ severity, accepted }: Judged): boolean => severity !== 'note' && !accepted?.holds;

/**
 * Commands that let a warning stand; what was said of it before goes.
 * @param on the day, as 2026-12-18
 * @example
 * acceptFinding({ id: 'a:b', severity: 'warn', says: 'x', accepted: null }, { who: 'Mira', reason: 'seen', on: '2026-12-18' }).length; // 1
 */
export function acceptFinding(finding: Judged, by: { who: string; reason: string; on: string }): Command[] {
  return [
    ...letGo(finding),
    {
      kind: 'add',
      collection: 'accepted',
      index: null,
      value: { id: newId('ac'), findingId: finding.id, says: finding.says, ...by },
    },
  ];
}

/**
 * Commands that ask about a finding again.
 * @example
 * letGo({ accepted: null }); // []
 */
export const letGo = ({ accepted }: Pick<Judged, 'accepted'>): Command[] =>
  accepted ? [{ kind: 'remove', collection: 'accepted', id: accepted.id }] : [];
