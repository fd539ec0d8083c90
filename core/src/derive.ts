import type { Board, Id, Item } from './board/board.ts';
import { partIndex } from './board/references.ts';
import type { Catalogue, Part } from './catalogue/part.ts';
import { compareText } from './compareText.ts';
import type { Dossier } from './dossier.ts';
import { Memo } from './memo.ts';
import type { RuleProfile } from './rules/profiles/profile.ts';
import type { Workshop } from './rules/workshop.ts';
import { benchPlan } from './stages/bench/benchPlan.ts';
import type { CheckContext } from './stages/checks/checkContext.ts';
import { faultChecks } from './stages/checks/faultChecks.ts';
import type { Finding } from './stages/checks/finding.ts';
import { layoutChecks } from './stages/checks/layoutChecks.ts';
import { powerChecks } from './stages/checks/powerChecks.ts';
import { protectionChecks } from './stages/checks/protectionChecks.ts';
import { rulesChecks } from './stages/checks/rulesChecks.ts';
import { sourceChecks } from './stages/checks/sourceChecks.ts';
import { terminationChecks } from './stages/checks/terminationChecks.ts';
import { wiringChecks } from './stages/checks/wiringChecks.ts';
import { cutGroups } from './stages/cuts/cuts.ts';
import { demandOf } from './stages/demand/demand.ts';
import { energyOf } from './stages/demand/energy.ts';
import { cableLength } from './stages/lengths/lengths.ts';
import { buildNetlist } from './stages/netlist/netlist.ts';
import { spreadPotentials } from './stages/netlist/potentials.ts';
import { partsList } from './stages/parts/parts.ts';
import { sizedBranchOhm } from './stages/sizing/branchResistance.ts';
import { cableAmpacity, candidatesOf } from './stages/sizing/conductors.ts';
import { circuitOf } from './stages/sizing/electrical.ts';
import { relationsOf } from './stages/sizing/relations.ts';
import { sizeAll } from './stages/sizing/sizing.ts';
import { stacksOf } from './stages/terminations/stacks.ts';
import { terminateCable } from './stages/terminations/terminations.ts';

/** Raised when the same board may derive to something else. */
export const CORE_VERSION = '0.2.0';

const SEVERITY_ORDER = { stop: 0, warn: 1, note: 2 };
const STATION_ORDER = ['brief', 'power', 'circuit', 'board', 'cables', 'test'];

/** The stages in trade order; each reads only what stands before it. Also gives what the bench simulator needs. */
export function deriveStages(board: Board, catalogue: Catalogue, profile: RuleProfile, workshop: Workshop, memo: Memo) {
  memo.begin();
  // One short token stands for the three other values in every key.
  const versions = memo.token(
    memo.each(
      'versions',
      'all',
      [catalogue.version, profile.id, profile.ownId ?? '', profile.version, workshop],
      () => ({}),
    ),
  );
  const parts: Map<Id, Part> = memo.each('parts', 'all', [versions, board.customParts], () =>
    partIndex(board, catalogue),
  );
  const partsToken = memo.token(parts);
  const items = new Map(board.items.map((i) => [i.id, i]));
  const connections = new Map(board.connections.map((c) => [c.id, c]));

  // Where things stand does not matter electrically, so moving a part leaves the netlist as it is.
  const electricalItems = memo.each(
    'electricalItems',
    'all',
    board.items.map((i) => [
      i.id,
      i.designation,
      i.name,
      i.partId,
      i.load && memo.token(i.load),
      i.feed && memo.token(i.feed),
      memo.token(i.inserts),
    ]),
    () => board.items.map((i): Item => ({ ...i, place: { kind: 'unplaced' }, stacks: [] })),
  );
  const electricalToken = memo.token(electricalItems);
  const netlist = memo.each('netlist', 'all', [partsToken, electricalToken, memo.token(board.connections)], () =>
    buildNetlist(electricalItems, parts, board.connections),
  );
  const potentials = memo.each('potentials', 'all', [memo.token(netlist)], () => spreadPotentials(netlist));

  const demand = memo.each('demand', 'all', [memo.token(netlist), memo.token(potentials), board.brief], () =>
    demandOf(netlist, potentials, board.brief),
  );
  const energy = memo.each(
    'energy',
    'all',
    [memo.token(netlist), electricalToken, board.brief, memo.token(board.power), board.settings, versions],
    () =>
      energyOf({
        items: electricalItems,
        parts,
        brief: board.brief,
        power: board.power,
        settings: board.settings,
        workshop,
      }),
  );

  const measured = board.cables.flatMap((cable) => {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    if (!connection) return [];
    const ends = [connection.from, connection.to].flatMap((r) => items.get(r.itemId) ?? []);
    const input = {
      cable,
      connection,
      panels: board.panels,
      items: ends,
      parts: ends.flatMap((i) => parts.get(i.partId) ?? []),
      slackShare: board.settings.routeSlackShare,
      endSlackMm: board.settings.endSlackMm,
    };
    const places = ends.map((i) => [i.id, i.partId, memo.token(i.place)]);
    const key = [
      memo.token(cable.cores),
      memo.token(cable.segments),
      memo.token(connection),
      memo.token(board.panels),
      places,
      input.slackShare,
      input.endSlackMm,
      partsToken,
    ];
    return [memo.each('lengths', cable.id, key, () => cableLength(input))];
  });
  const lengths = new Map(measured.map((l) => [l.cableId, l]));

  const sizedCables = board.cables
    .filter((c) => lengths.has(c.id))
    .map((cable) => {
      const own = cable.cores.flatMap((c) => connections.get(c.connectionId) ?? []);
      const refs = own.flatMap((c) => [c.from, c.to]);
      const partIds = refs.map((r) => items.get(r.itemId)?.partId);
      const key = [memo.token(cable.cores), own.map((c) => memo.token(c)), partIds, partsToken, versions];
      const candidates = memo.each('candidates', cable.id, key, () => {
        const terminals = refs.flatMap(
          (r) => parts.get(items.get(r.itemId)?.partId ?? '')?.terminals.find((t) => t.id === r.terminalId) ?? [],
        );
        return candidatesOf(own, terminals, profile, catalogue);
      });
      const environments = cable.segments.map((s) => s.environment);
      const laid = [memo.token(candidates), memo.token(cable.segments), cable.material, board.brief.ambientC, versions];
      const ampacityA = memo.each('ampacity', cable.id, laid, () =>
        candidates.areasMm2.map((area) =>
          cableAmpacity(cable, area, candidates.columnC, environments, board.brief, profile),
        ),
      );
      return { cable, lengthMm: lengths.get(cable.id)!.lengthMm, environments, candidates, ampacityA };
    });
  const sizingInput = {
    items: electricalItems,
    parts,
    connections: board.connections,
    cables: sizedCables,
    brief: board.brief,
    feederSchool: board.settings.feederSchool,
    profile,
    catalogue,
  };
  const relations = memo.each('relations', 'all', [memo.token(netlist), demand.flows.map((f) => f.key)], () =>
    relationsOf(netlist, demand.flows),
  );
  const sizing = memo.each(
    'sizing',
    'all',
    [
      memo.token(netlist),
      memo.token(demand),
      versions,
      board.settings.feederSchool,
      sizedCables.map((c) => [
        c.cable.id,
        memo.token(c.cable.conductorMm2),
        memo.token(c.cable.cores),
        c.lengthMm,
        c.cable.material,
        memo.token(c.cable.segments),
      ]),
    ],
    () => sizeAll(sizingInput, netlist, potentials, demand.flows, relations, memo),
  );
  const polarity = Object.fromEntries(sizing.wires.map((w) => [w.connectionId, w.polarity]));
  const area = new Map(sizing.cables.map((c) => [c.cableId, c.conductor.value]));

  const made = sizedCables.map(({ cable, lengthMm }) => {
    const own = cable.cores.flatMap((c) => connections.get(c.connectionId) ?? []);
    const ends = [...new Set(own.flatMap((c) => [c.from.itemId, c.to.itemId]))].flatMap((id) => items.get(id) ?? []);
    const ownPolarity = Object.fromEntries(own.map((c) => [c.id, polarity[c.id] ?? 'none']));
    const { provisional } = lengths.get(cable.id)!;
    const labels = ends.map((i) => [i.id, i.designation, i.partId]);
    const ownTokens = own.map((c) => memo.token(c));
    const areaMm2 = area.get(cable.id)!;
    return memo.each(
      'terminations',
      cable.id,
      [
        cable.designation,
        memo.token(cable.cores),
        ownTokens,
        labels,
        areaMm2,
        lengthMm,
        provisional,
        ownPolarity,
        versions,
        partsToken,
      ],
      () =>
        terminateCable({
          cable,
          connections: own,
          items: ends,
          parts,
          areaMm2,
          lengthMm,
          provisional,
          polarity: ownPolarity,
          profile,
          catalogue,
          workshop,
        }),
    );
  });
  const madeTokens = made.map((m) => memo.token(m));
  const stackRows = board.items.map((i) => [i.id, memo.token(i.stacks)]);
  const stacks = memo.each('stacks', 'all', [madeTokens, stackRows], () => stacksOf(board.items, made));
  const partLines = memo.each(
    'partsList',
    'all',
    [
      madeTokens,
      memo.token(sizing),
      board.items.map((i) => [i.id, i.designation, i.partId, i.ownership]),
      versions,
      partsToken,
    ],
    () => partsList(board.items, parts, sizing.seats, made, catalogue),
  );
  const cuts = memo.each('cuts', 'all', madeTokens, () => cutGroups(made));

  const branchOhm = (hot: boolean) => sizedBranchOhm(netlist, sizing, lengths, board, catalogue, hot);
  const bench = memo.each(
    'bench',
    'all',
    [memo.token(netlist), memo.token(sizing), memo.token(demand), madeTokens, board.brief, versions],
    () =>
      benchPlan(
        {
          brief: board.brief,
          items: electricalItems,
          parts,
          connections: board.connections,
          cables: made,
          seats: sizing.seats,
          flows: demand.flows,
          netlist,
          potentials,
          hot: circuitOf(netlist, branchOhm(true)),
          workshop,
          catalogue,
        },
        memo,
      ),
  );

  const context: CheckContext = {
    board,
    parts,
    items,
    connections,
    cableOfConnection: new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c]))),
    catalogue,
    profile,
    netlist,
    potentials,
    demand,
    energy,
    lengths,
    sizing,
    cables: made,
    stacks,
  };
  // Where a part stands on its panel does not matter to who is joined to whom; only which surface it is on does.
  const surfaces = board.items.map((i) => (i.place.kind === 'panel' ? [i.id, i.place.panelId, i.place.face] : [i.id]));
  const wiring = memo.each(
    'wiringChecks',
    'all',
    [memo.token(netlist), memo.token(potentials), memo.token(demand), memo.token(board.cables), partsToken, surfaces],
    () => wiringChecks(context),
  );
  const findings = [
    ...wiring,
    ...protectionChecks(context),
    ...faultChecks(context),
    ...terminationChecks(context),
    ...layoutChecks(context),
    ...powerChecks(context),
    ...rulesChecks(context),
    ...sourceChecks(context),
  ].sort(
    (a, b) =>
      SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity] ||
      STATION_ORDER.indexOf(a.station) - STATION_ORDER.indexOf(b.station) ||
      compareText(a.id, b.id),
  );
  return {
    parts,
    netlist,
    potentials,
    demand,
    energy,
    lengths,
    sizing,
    made,
    stacks,
    partLines,
    cuts,
    bench,
    findings: findings as Finding[],
    branchOhm,
  };
}

/**
 * Derives everything from a board. Pure and deterministic: the same four values give the same dossier in the browser,
 * on the server and in the command line.
 * @param memo pass the same one again to redo only what an edit touched
 */
export function derive(
  board: Board,
  catalogue: Catalogue,
  profile: RuleProfile,
  workshop: Workshop,
  memo = new Memo(),
): Dossier {
  const s = deriveStages(board, catalogue, profile, workshop, memo);
  return {
    inputs: {
      boardFormatVersion: board.formatVersion,
      catalogueVersion: catalogue.version,
      profileId: profile.id,
      profileVersion: profile.version,
      workshopVersion: workshop.version,
      coreVersion: CORE_VERSION,
    },
    energy: s.energy,
    flows: s.demand.flows.map(({ key, itemId, way, designCurrentA }) => ({ key, itemId, way, designCurrentA })),
    lengths: [...s.lengths.values()].map(({ cableId, lengthMm, provisional, paths }) => ({
      cableId,
      lengthMm,
      provisional,
      paths,
    })),
    sizing: s.sizing,
    cables: s.made,
    stacks: s.stacks,
    parts: s.partLines,
    cuts: s.cuts,
    bench: s.bench,
    findings: s.findings,
  };
}
