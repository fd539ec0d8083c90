import type { ConditionId } from '../../catalogue/part.ts';
import type { Id } from '../../document/board.ts';
import type { ControlRow } from '../control/controlStudy.ts';
import { type CheckContext, nodeAt, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** A condition in words, holding and not. */
export const CONDITION_WORDS: Readonly<Record<ConditionId, readonly [holds: string, not: string]>> = {
  engineRunning: ['engine running', 'engine off'],
  cellsTakeCharge: ['cells may charge', 'cells full or frozen'],
  cellsGiveCharge: ['cells may give', 'cells empty'],
  buttonHeld: ['button held', 'button not held'],
  mainsPresent: ['mains there', 'no mains'],
};

const LOGIC = 'truth table of the control circuit, worked out from contacts and coils';

const name = (context: CheckContext, id: Id) => context.items.get(id)?.designation ?? id;
const names = (context: CheckContext, ids: Iterable<Id>) => [...new Set(ids)].map((i) => name(context, i)).join(', ');

type Draft = Omit<Parameters<typeof makeFinding>[0], 'station' | 'where' | 'source'> & { source?: string };
const found = (context: CheckContext, itemIds: readonly Id[], draft: Draft, entity: string): Finding =>
  makeFinding(
    {
      source: LOGIC,
      ...draft,
      station: 'circuit',
      where: { label: names(context, itemIds), itemIds: [...new Set(itemIds)] },
    },
    entity,
  );

/** What every board wants of its control circuit, without being told. */
function expected(context: CheckContext): Finding[] {
  const { conditions, rows } = context.control;
  const findings: Finding[] = [];
  const rowsWhen = (condition: ConditionId, holds: boolean): ControlRow[] => {
    const at = conditions.indexOf(condition);
    return at < 0 ? [] : rows.filter((r) => r.when[at] === holds);
  };
  const released = (r: ControlRow) => !r.when[conditions.indexOf('buttonHeld')];

  const apart = rowsWhen('engineRunning', false).filter(released);
  const joined = apart.flatMap((r) => r.joined);
  if (joined.length > 0)
    findings.push(
      found(
        context,
        joined.flatMap((j) => [j.feedId, j.batteryId]),
        {
          rule: 'banks-stay-joined',
          severity: 'stop',
          says: `${names(context, [joined[0]!.feedId])} and ${names(context, [joined[0]!.batteryId])} stay joined with the engine off`,
          why: 'the loads would empty the starter battery: a contact that follows the engine belongs between',
        },
        'engine',
      ),
    );
  const drains = [
    ...new Set(
      apart.flatMap((r) =>
        r.charging.filter((id) => {
          const charger = context.netlist.chargers.find((c) => c.item.id === id && c.element.source === 'dcdc');
          return charger?.element.enable != null;
        }),
      ),
    ),
  ];
  if (drains.length > 0)
    findings.push(
      found(
        context,
        drains,
        {
          rule: 'charger-runs-engine-off',
          severity: 'warn',
          says: `${names(context, drains)} is triggered with the engine off`,
          why: 'its trigger is live whether the engine runs or not, so it draws on the starter battery',
        },
        'engine',
      ),
    );
  const frozen = rowsWhen('cellsTakeCharge', false);
  const still = frozen.flatMap((r) => [...r.charging, ...r.joined.map((j) => j.feedId)]);
  if (still.length > 0)
    findings.push(
      found(
        context,
        still,
        {
          rule: 'charge-not-blocked',
          severity: 'stop',
          says: `With cells full or frozen ${names(context, still)} still charges them`,
          why: 'the charge output of the battery must cut every charger: by its trigger, or by a relay in its output',
        },
        'charge',
      ),
    );
  const eating = rowsWhen('cellsGiveCharge', false).flatMap((r) => r.fed);
  if (eating.length > 0)
    findings.push(
      found(
        context,
        eating,
        {
          rule: 'load-not-cut',
          severity: 'warn',
          says: `With cells empty ${names(context, eating)} still draws`,
          why: 'the load output of the battery must take the loads off before its own electronics do so without warning',
        },
        'load',
      ),
    );
  return findings;
}

/** Outputs nothing follows, and relays that cut their own coil. */
function dead(context: CheckContext): Finding[] {
  const { conditions, contacts, rows } = context.control;
  const chatters = rows.filter((r) => !r.settles);
  const findings: Finding[] = [];
  if (chatters.length > 0) {
    const relays = contacts.filter((c) => c.worked === 'coil').map((c) => c.itemId);
    findings.push(
      found(
        context,
        relays,
        {
          rule: 'relay-chatters',
          severity: 'stop',
          says: `${names(context, relays)} would chatter: closed it cuts its coil, open it feeds it`,
          why: 'the truth table finds no state that stays: take the coil from the side its own contact does not switch',
        },
        'chatter',
      ),
    );
  }
  conditions.forEach((condition, i) => {
    const pairs = rows.filter((r) => !r.when[i]);
    const effect = (r: ControlRow) => JSON.stringify([r.charging, r.fed, r.joined]);
    const changes = pairs.some((r) => {
      const other = rows.find((o) => o.when[i] && o.when.every((w, k) => k === i || w === r.when[k]))!;
      return effect(other) !== effect(r);
    });
    if (changes) return;
    const from = contacts.filter((c) => {
      const element = context.parts
        .get(context.items.get(c.itemId)!.partId)
        ?.elements.find((e) => e.id === c.contactId);
      return element?.kind === 'contact' && element.follows === condition;
    });
    if (from.length === 0) return;
    findings.push(
      found(
        context,
        from.map((c) => c.itemId),
        {
          rule: 'signal-does-nothing',
          severity: 'note',
          says: `Nothing follows ${names(
            context,
            from.map((c) => c.itemId),
          )}: ${CONDITION_WORDS[condition].join(' or ')} makes no difference`,
          why: 'no charger, load or joined bank changes with it',
        },
        condition,
      ),
    );
  });
  return findings;
}

/** What somebody wrote down must happen. */
function rules(context: CheckContext): Finding[] {
  const { conditions, contacts, rows } = context.control;
  return context.board.control.flatMap((rule) => {
    const condition = conditions.indexOf(rule.condition);
    const contact = contacts.findIndex((c) => c.itemId === rule.itemId && c.contactId === rule.contactId);
    if (contact < 0) return [];
    const broken = rows.some(
      (r) => (condition < 0 || r.when[condition] === rule.holds) && r.closed[contact] !== (rule.must === 'closed'),
    );
    if (!broken && rows.length > 0) return [];
    return [
      found(
        context,
        [rule.itemId],
        {
          rule: 'control-rule-broken',
          severity: 'warn',
          says: `${name(context, rule.itemId)} is not ${rule.must} with ${CONDITION_WORDS[rule.condition][rule.holds ? 0 : 1]}`,
          why: 'written down as what must happen on this board',
        },
        rule.id,
      ),
    ];
  });
}

/** Configuration wires of chargers, joined for one chemistry and open for the other. */
function straps(context: CheckContext): Finding[] {
  const { chemistry } = context.board.brief;
  return context.board.items.flatMap((item) =>
    (partOf(context, item)?.elements ?? []).flatMap((e) => {
      if (e.kind !== 'strap') return [];
      const [a, b] = [e.a, e.b].map((terminalId) => ({ itemId: item.id, terminalId }));
      const joined = context.netlist.branches.some((w) => {
        const ends = [nodeAt(context, a!), nodeAt(context, b!)];
        return w.kind === 'wire' && ends.includes(w.a) && ends.includes(w.b);
      });
      const wanted = e.joinedFor === chemistry;
      if (joined === wanted) return [];
      return [
        found(
          context,
          [item.id],
          {
            rule: 'charger-strap',
            severity: 'stop',
            says: `${item.designation}'s curve wires are ${joined ? 'joined' : 'open'}: that is its curve for ${joined === (e.joinedFor === 'lifepo4') ? 'lithium' : 'lead'}`,
            why: `the bank is ${chemistry === 'lifepo4' ? 'lithium iron phosphate' : 'AGM'}: ${wanted ? 'join them' : 'leave them open'}`,
            source: 'part sheet: configuration wires',
          },
          `${item.id}/${e.id}`,
        ),
      ];
    }),
  );
}

/** Everything about signals, coils and contacts. */
export const controlChecks = (context: CheckContext): Finding[] => [
  ...expected(context),
  ...dead(context),
  ...rules(context),
  ...straps(context),
];
