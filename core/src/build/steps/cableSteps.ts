import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Terminal } from '../../document/part/part.ts';
import { compareNatural } from '../../engine/compareText.ts';
import { marksAlong } from '../../stages/lengths/clips.ts';
import type { MadeCable, MadeEnd } from '../../stages/terminations/terminations.ts';
import { NUT_AF_MM, WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput } from '../planInput.ts';
import { type Draft, fastener } from './draft.ts';

const LIVE = 'Batteries isolated, caps on the other studs, insulated tool: a slip to the other pole shorts the bank.';
const MAINS = 'Mains side: a licensed person’s work. Nothing plugged in, proved dead.';

const key = (ref: TerminalRef): string => `${ref.itemId}/${ref.terminalId}`;
const endsOf = (cable: MadeCable): MadeEnd[] => cable.cores.flatMap((c) => [c.from, c.to]);

/** A terminal of a part on a panel. */
function terminalAt({ standing }: PlanInput, ref: TerminalRef): Terminal | undefined {
  return standing.get(ref.itemId)?.part.terminals.find((t) => t.id === ref.terminalId);
}

/** Whether a cable touches the mains side. */
const isMains = (input: PlanInput, cable: MadeCable): boolean =>
  endsOf(cable).some((e) => ['ac', 'earth'].includes(terminalAt(input, e.ref)?.domain ?? ''));

/** Steps that put the parts a cable ends at on their places. */
const mounted = (input: PlanInput, cable: MadeCable): string[] =>
  endsOf(cable).flatMap((e) => (input.standing.has(e.ref.itemId) ? [`mount/${e.ref.itemId}`] : []));

/** Cables laid on the panels, thickest and behind first: what is stiff lies at the bottom. */
export function layingSteps(input: PlanInput): Draft[] {
  const lengths = new Map(input.dossier.lengths.map((l) => [l.cableId, l]));
  return input.dossier.cables.flatMap((cable): Draft[] => {
    const paths = lengths.get(cable.cableId)?.paths ?? [];
    const first = paths[0];
    if (!first) return [];
    const diameterMm = input.diameterMm(cable.cableId);
    const ends = endsOf(cable).filter((e) => input.standing.has(e.ref.itemId));
    const both = `${ends.map((e) => e.at).join(' to ')}`;
    const at = {
      panelId: first.panelId,
      face: first.face,
      cableIds: [cable.cableId],
      itemIds: [...new Set(ends.map((e) => e.ref.itemId))],
      licensed: isMains(input, cable),
      on: mounted(input, cable),
      cablesMade: [cable.cableId],
    };
    if (cable.flat)
      return [
        {
          ...at,
          id: `link/${cable.cableId}`,
          kind: 'link',
          title: `Fit the link ${cable.designation}`,
          says: `formed copper ${both}`,
          minutes: WORK_MINUTES.link,
          caution: at.licensed ? MAINS : LIVE,
          made: cable.fingerprint,
        },
      ];
    const marks = marksAlong(paths, diameterMm);
    const clips = marks.filter((m) => m.kind === 'clip').length;
    const through = paths.length - 1;
    const faces = new Set(paths.map((p) => `${p.panelId}/${p.face}`));
    return [
      {
        ...at,
        id: `lay/${cable.cableId}`,
        kind: 'lay',
        title: `Lay ${cable.designation}`,
        says: [
          ends.length > 1 || cable.cores.length > 1 ? both : `${both}, and off the board`,
          ...(cable.sleeve ? ['its sleeve on first'] : []),
          ...(through > 0 ? [`through ${through} ${through === 1 ? 'hole' : 'holes'}`] : []),
          ...(clips > 0 ? [clips === 1 ? 'a clip at its mark' : `${clips} clips at their marks`] : []),
        ].join(', '),
        parts: clips > 0 ? [fastener(clips, 'clip', Math.ceil(diameterMm))] : [],
        tools: clips > 0 ? ['screwdriver'] : [],
        minutes:
          WORK_MINUTES.lay +
          clips * WORK_MINUTES.clip +
          through * WORK_MINUTES.through +
          (cable.sleeve ? WORK_MINUTES.sleeve : 0),
        caution: at.licensed ? MAINS : null,
        after: faces.size > 1 ? [...faces].map((f) => `line/${f.split('/')[0]}`) : [],
        made: [cable.fingerprint, paths.map((p) => [p.panelId, p.face, p.points])],
      },
    ];
  });
}

/** Steps that bring a cable to its place. */
const laid = (input: PlanInput, cableId: Id): string[] => {
  const cable = input.cables.get(cableId);
  return cable ? [cable.flat ? `link/${cableId}` : `lay/${cableId}`] : [];
};

/** Each stud once: what lies on it in order, torqued, and its nut marked. */
export function studSteps(input: PlanInput): Draft[] {
  return input.dossier.stacks.flatMap((stack): Draft[] => {
    const stands = input.standing.get(stack.itemId);
    const terminal = terminalAt(input, stack);
    if (!stands || !terminal) return [];
    const { item, place } = stands;
    const ref = { itemId: stack.itemId, terminalId: stack.terminalId };
    const ends = stack.layers.map((l) => endsOf(input.cables.get(l.cableId)!).find((e) => key(e.ref) === key(ref))!);
    const torqueNm = ends.find((e) => e.torqueNm !== null)?.torqueNm ?? null;
    const name = `${item.designation}:${terminal.name || terminal.id}`;
    const licensed = terminal.domain === 'ac' || terminal.domain === 'earth';
    const af = NUT_AF_MM[stack.studMm];
    const layers = stack.layers.map((l) => l.designation);
    return [
      {
        panelId: place.panelId,
        face: place.face,
        id: `torque/${key(ref)}`,
        kind: 'torque',
        title: `Torque ${name}, then mark the nut`,
        says: `${layers.length === 1 ? layers[0] : `${layers.join(', ')} from the bottom, largest lug lowest`}, M${stack.studMm}: washer, spring washer, nut`,
        itemIds: [item.id],
        cableIds: stack.layers.map((l) => l.cableId),
        terminals: [ref],
        figure: torqueNm === null ? null : { value: torqueNm, unit: 'N·m', what: `M${stack.studMm}, by the rules` },
        stud: { ...ref, studMm: stack.studMm, layers },
        tools: [`torque wrench${af ? `, ${af} mm` : ''}`, 'paint marker'],
        minutes: WORK_MINUTES.torque + WORK_MINUTES.lug * (layers.length - 1),
        licensed,
        caution: licensed ? MAINS : LIVE,
        on: stack.layers.flatMap((l) => laid(input, l.cableId)),
        made: [torqueNm, stack.studMm, ends.map((e) => [e.lug.value, e.angleDeg]), layers],
      },
    ];
  });
}

const HELD: Readonly<
  Record<'clamp' | 'plug', { title: (name: string) => string; says: string; tools: readonly string[] }>
> = {
  clamp: { title: (n) => `Clamp the wires of ${n}`, says: 'pull each once', tools: ['screwdriver'] },
  plug: {
    title: (n) => `Plug in the leads of ${n}`,
    says: 'until each clicks or sits home; pull each once',
    tools: [],
  },
};

/** Everything of a part that is clamped, and everything that is plugged. */
export function clampSteps(input: PlanInput): Draft[] {
  const byItem = new Map<string, { cable: MadeCable; end: MadeEnd }[]>();
  for (const cable of input.dossier.cables)
    for (const end of endsOf(cable)) {
      if (end.studMm !== null || end.attachment === 'cap' || end.attachment === 'lead') continue;
      if (!input.standing.has(end.ref.itemId)) continue;
      const how = end.attachment === 'clamp' ? 'clamp' : 'plug';
      const own = `${how} ${end.ref.itemId}`;
      byItem.set(own, [...(byItem.get(own) ?? []), { cable, end }]);
    }
  return [...byItem].map(([own, ends]): Draft => {
    const [how, itemId] = own.split(' ') as ['clamp' | 'plug', Id];
    const { item, place } = input.standing.get(itemId)!;
    const inOrder = [...ends].sort(
      (a, b) =>
        compareNatural(a.end.ref.terminalId, b.end.ref.terminalId) ||
        compareNatural(a.cable.designation, b.cable.designation),
    );
    const licensed = ends.some(({ end }) => ['ac', 'earth'].includes(terminalAt(input, end.ref)?.domain ?? ''));
    return {
      panelId: place.panelId,
      face: place.face,
      id: `${how}/${itemId}`,
      kind: how,
      title: HELD[how].title(item.designation),
      says: `${inOrder.map(({ cable, end }) => `${cable.designation} in ${end.at.split(':').at(-1)}`).join(', ')}; ${HELD[how].says}`,
      itemIds: [itemId],
      cableIds: [...new Set(inOrder.map(({ cable }) => cable.cableId))],
      terminals: inOrder.map(({ end }) => end.ref),
      figure: {
        value: ends.length,
        unit: ends.length === 1 ? 'wire' : 'wires',
        what: how === 'clamp' ? 'to clamp' : 'to plug in',
      },
      tools: HELD[how].tools,
      minutes: WORK_MINUTES[how] * ends.length,
      licensed,
      caution: licensed ? MAINS : LIVE,
      on: [...new Set(inOrder.flatMap(({ cable }) => laid(input, cable.cableId)))],
      made: inOrder.map(({ cable, end }) => [cable.designation, end.ref.terminalId, end.lug.value]),
    };
  });
}
