import type { Id } from '../../document/board.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

const LICENSED = 'Mains work: a licensed person decides and connects, after local rules.';

/** Loops, back-feed and dead loads on the mains side. */
export function mainsChecks(context: CheckContext): Finding[] {
  const { states, loops } = context.mains;
  const name = (id: Id) => context.items.get(id)?.designation ?? id;
  const found = (rule: string, severity: Finding['severity'], itemIds: Id[], says: string, why: string) =>
    makeFinding(
      {
        rule,
        severity,
        station: 'circuit',
        where: { label: itemIds.map(name).join(', '), itemIds },
        says,
        why: `${why}. ${LICENSED}`,
        source: 'who feeds whom on the mains side, from the wiring',
      },
      itemIds.join('/'),
    );
  const findings = loops.map(({ chargerId, inverterId }) =>
    found(
      'mains-loop',
      'stop',
      [chargerId, inverterId],
      `${name(chargerId)} charges the battery from itself: ${name(inverterId)} feeds it`,
      'the bank goes round through inverter and charger and is only emptied: take the charger from the inlet side, or let it out where the inverter charges',
    ),
  );
  const clashes = new Map<string, { a: Id; b: Id }>();
  for (const s of states) for (const c of s.clashes) clashes.set([c.a, c.b].sort().join(' '), c);
  for (const { a, b } of clashes.values())
    findings.push(
      found(
        'mains-back-feed',
        'stop',
        [a, b],
        `${name(a)} and ${name(b)} feed one mains line with nothing to part them`,
        'two sources out of step burn the inverter, and each makes the other live: a transfer relay belongs between',
      ),
    );
  for (const { inletId, by } of states.flatMap((s) => s.livePins))
    findings.push(
      found(
        'mains-pins-live',
        'stop',
        [inletId, ...by],
        `The pins of ${name(inletId)} are live when nothing is plugged in`,
        `${by.map(name).join(' and ')} feeds backwards into them: whoever pulls the plug can touch them`,
      ),
    );
  if (states.some((s) => !s.settles))
    findings.push(
      found(
        'mains-self-fed',
        'stop',
        context.board.items
          .filter((i) => context.parts.get(i.partId)?.elements.some((e) => e.kind === 'inverter' && e.acIn))
          .map((i) => i.id),
        'A transfer hangs on its own output',
        'once on it feeds its own input and finds no rest',
      ),
    );
  const wiredIds = new Set(context.board.connections.flatMap((c) => [c.from.itemId, c.to.itemId]));
  for (const load of states[0]?.fed ?? []) {
    const everFed = states.some((s) => s.fed.some((f) => f.itemId === load.itemId && f.by.length > 0));
    const item = context.items.get(load.itemId);
    if (everFed || !item?.load || !wiredIds.has(load.itemId)) continue;
    findings.push(
      found(
        'mains-load-unfed',
        'warn',
        [load.itemId],
        `${name(load.itemId)} ${item.name} is wired on the mains side and fed by nothing`,
        'no inlet and no inverter reaches it, plugged in or not',
      ),
    );
  }
  return findings;
}
