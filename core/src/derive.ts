import { catalogueWith } from './catalogue/catalogueIndex.ts';
import type { Catalogue, Part } from './catalogue/part.ts';
import type { Board, ElectricalBrief, Id, Item } from './document/board.ts';
import { partIndex } from './document/references.ts';
import type { Workshop } from './document/workshop.ts';
import type { Dossier } from './dossier.ts';
import { compareText } from './engine/compareText.ts';
import { Memo } from './engine/memo.ts';
import type { Profile } from './profiles/profile.ts';
import { benchPlan } from './stages/bench/benchPlan.ts';
import { boardBodies, cablesKgOf } from './stages/body/boardBody.ts';
import { layCables, makeCables } from './stages/cableStage.ts';
import { bankChecks } from './stages/checks/bankChecks.ts';
import { barChecks } from './stages/checks/barChecks.ts';
import { bodyChecks } from './stages/checks/bodyChecks.ts';
import { type CheckContext, elementsByKind } from './stages/checks/checkContext.ts';
import { controlChecks } from './stages/checks/controlChecks.ts';
import { bentLugs, crimpChecks } from './stages/checks/crimpChecks.ts';
import { detourChecks } from './stages/checks/detourChecks.ts';
import { faultChecks } from './stages/checks/faultChecks.ts';
import type { Finding } from './stages/checks/finding.ts';
import { layoutChecks } from './stages/checks/layoutChecks.ts';
import { mainsChecks } from './stages/checks/mainsChecks.ts';
import { powerChecks } from './stages/checks/powerChecks.ts';
import { protectionChecks } from './stages/checks/protectionChecks.ts';
import { returnChecks } from './stages/checks/returnChecks.ts';
import { routeChecks } from './stages/checks/routeChecks.ts';
import { rulesChecks } from './stages/checks/rulesChecks.ts';
import { solarChecks } from './stages/checks/solarChecks.ts';
import { sourceChecks } from './stages/checks/sourceChecks.ts';
import { spaceChecks } from './stages/checks/spaceChecks.ts';
import { terminationChecks } from './stages/checks/terminationChecks.ts';
import { unfusedChecks } from './stages/checks/unfusedChecks.ts';
import { wiringChecks } from './stages/checks/wiringChecks.ts';
import { controlStudy } from './stages/control/controlStudy.ts';
import { mainsStudy } from './stages/control/mainsStudy.ts';
import { cutGroups } from './stages/cuts/cuts.ts';
import { demandOf } from './stages/demand/demand.ts';
import { energyOf } from './stages/demand/energy.ts';
import type { CableLength } from './stages/lengths/lengths.ts';
import { buildNetlist } from './stages/netlist/netlist.ts';
import { spreadPotentials } from './stages/netlist/potentials.ts';
import { partsList } from './stages/parts/parts.ts';
import { sizedBranchOhm } from './stages/sizing/branchResistance.ts';
import { relationsOf } from './stages/sizing/relations.ts';
import { hotCircuitOf, sizeAll } from './stages/sizing/sizing.ts';
import { stacksOf } from './stages/terminations/stacks.ts';

/** Raised when the same board may derive to something else. */
export const CORE_VERSION = '0.2.0';

const SEVERITY_ORDER = { stop: 0, warn: 1, note: 2 };
const STATION_ORDER = ['brief', 'power', 'circuit', 'board', 'cables', 'test'];

/** Maps and lists of what a stage depends on are filled one by one: they are made anew at every edit. */
function byKey<T>(list: readonly T[], key: (entry: T) => string): Map<string, T> {
  const map = new Map<string, T>();
  for (const entry of list) map.set(key(entry), entry);
  return map;
}
function columns<T>(list: readonly T[], ...fields: (keyof T)[]): unknown[] {
  const values: unknown[] = [];
  for (const entry of list) for (const field of fields) values.push(entry[field]);
  return values;
}

/** The stages in trade order; each reads only what stands before it. Also gives what the bench simulator needs. */
export function deriveStages(board: Board, shipped: Catalogue, profile: Profile, workshop: Workshop, memo: Memo) {
  memo.begin();
  const catalogue = catalogueWith(shipped, board.customLinks);
  // One object stands for the three other values in every list of what a stage depends on.
  const versions = memo.list('versions', [
    catalogue,
    profile.id,
    profile.ownId ?? '',
    profile.version,
    memo.each('workshop', 'all', [JSON.stringify(workshop)], () => workshop),
  ]);
  const parts: Map<Id, Part> = memo.each('parts', 'all', [versions, board.customParts], () =>
    partIndex(board, catalogue),
  );
  const items = byKey(board.items, (i) => i.id);
  const connections = memo.each('connections', 'all', [board.connections], () => byKey(board.connections, (c) => c.id));

  // Words on the order change nothing that is worked out.
  const { systemVoltageV, chemistry, ambientC } = board.brief;
  const brief = memo.each(
    'brief',
    'all',
    [systemVoltageV, chemistry, ambientC],
    (): ElectricalBrief => ({
      systemVoltageV,
      chemistry,
      ambientC,
    }),
  );

  // Where things stand does not matter electrically, so moving a part leaves the netlist as it is.
  // Nor do names: whoever prints one reads the board's own items. Nor the hours of a load: only energy reads those.
  const loads = board.items.map((i) => {
    if (!i.load) return null;
    const { rating, side, surgeFactor, softStart, needsSine, essential, dropClass } = i.load;
    const depends = [rating, side, surgeFactor, softStart, needsSine, essential, dropClass];
    return memo.each('electricalLoad', i.id, depends, () => i.load);
  });
  const rows = columns(board.items, 'id', 'designation', 'partId', 'feed', 'inserts');
  const wired = memo.each('wired', 'all', rows, () =>
    board.items.map((i): Item => ({ ...i, name: '', load: null, place: { kind: 'unplaced' }, stacks: [] })),
  );
  const electricalItems = memo.each('electricalItems', 'all', [wired, ...loads], () =>
    wired.map((i, k): Item => ({ ...i, load: loads[k]! })),
  );
  // Watts, names and hours change no wiring: what hangs on the wiring alone is kept.
  const shape = memo.each('shape', 'all', [parts, board.connections, columns(board.items, 'id', 'partId')], () => ({}));
  const netlist = memo.each('netlist', 'all', [parts, wired, board.connections], () =>
    buildNetlist(wired, parts, board.connections, shape),
  );
  const potentials = memo.each('potentials', 'all', [netlist], () => spreadPotentials(netlist));

  const control = memo.each('control', 'all', [shape], () => controlStudy(netlist));
  const mains = memo.each('mains', 'all', [netlist, potentials, wired, parts], () =>
    mainsStudy(netlist, wired, parts, potentials.islandOf),
  );
  const demand = memo.each('demand', 'all', [netlist, potentials, electricalItems, brief], () =>
    demandOf(netlist, potentials, brief, electricalItems),
  );
  const energy = memo.each(
    'energy',
    'all',
    [
      columns(board.items, 'id', 'designation', 'name', 'partId', 'load'),
      parts,
      board.brief,
      board.power,
      board.settings,
      versions,
    ],
    () =>
      energyOf({
        items: board.items,
        parts,
        brief: board.brief,
        power: board.power,
        settings: board.settings,
        workshop,
      }),
  );

  const cableStage = { board, parts, items, connections, catalogue, profile, workshop, versions, memo };
  const laid = layCables(cableStage);
  const lengths = new Map<Id, CableLength>();
  for (const l of laid) lengths.set(l.cable.id, l.length);

  const sizingInput = {
    items: electricalItems,
    parts,
    connections: board.connections,
    cables: laid,
    brief,
    feederSchool: board.settings.feederSchool,
    lostBattery: board.settings.lostBattery,
    profile,
    catalogue,
  };
  const relations = memo.each('relations', 'all', [shape, columns(demand.flows, 'key')], () =>
    relationsOf(netlist, demand.flows),
  );
  // Where a cable runs and what it is called change no size as long as it stays as long and as cool.
  const sizes: unknown[] = [];
  for (const { cable, length, candidates, ampacityA } of laid)
    sizes.push(cable.id, cable.conductorMm2, cable.cores, cable.material, length.lengthMm, candidates, ampacityA);
  const sizing = memo.each(
    'sizing',
    'all',
    [netlist, demand, versions, board.settings.feederSchool, board.settings.lostBattery, sizes],
    () => sizeAll(sizingInput, netlist, potentials, demand.flows, relations, memo),
  );
  const { wires, area, seatOf } = memo.each('sizingIndex', 'all', [sizing], () => ({
    wires: byKey(sizing.wires, (w) => w.connectionId),
    area: new Map(sizing.cables.map((c) => [c.cableId, c.conductor.value])),
    seatOf: byKey(sizing.seats, (x) => x.key),
  }));
  const labels = memo.list('labels', columns(board.items, 'id', 'designation', 'partId'));

  const made = memo.list('made', makeCables(laid, area, wires, cableStage));
  const stackRows = memo.list('stackRows', columns(board.items, 'id', 'stacks'));
  // How long a cable is moves no lug on a stud.
  const ends = memo.list('madeEnds', columns(made, 'cableId', 'designation', 'cores'));
  const stacks = memo.each('stacks', 'all', [ends, stackRows], () => stacksOf(board.items, made));
  const owners = columns(board.items, 'ownership');
  const partLines = memo.each('partsList', 'all', [made, sizing, labels, owners, versions, parts], () =>
    partsList({ items: board.items, parts, seats: sizing.seats, cables: made, catalogue, workshop }, memo),
  );
  const bodies = memo.each(
    'bodies',
    'all',
    [board.panels, parts, columns(board.items, 'partId', 'place', 'standOffMm'), made],
    () => boardBodies(board, parts, cablesKgOf(made, lengths, catalogue)),
  );
  const cuts = memo.each('cuts', 'all', [made], () => cutGroups(made, memo));

  const branchOhm = (hot: boolean) => sizedBranchOhm(netlist, sizing, lengths, board, catalogue, hot);
  const bench = memo.each(
    'bench',
    'all',
    [netlist, sizing, demand, made, brief, versions, labels, columns(board.items, 'name')],
    () =>
      benchPlan(
        {
          brief: board.brief,
          items: electricalItems,
          parts,
          connections: board.connections,
          cables: made,
          sizing,
          seats: sizing.seats,
          flows: demand.flows,
          netlist,
          potentials,
          hot: () => hotCircuitOf(sizing),
          workshop,
          catalogue,
        },
        memo,
      ),
  );

  const cableOfConnection = new Map<Id, Board['cables'][number]>();
  for (const cable of board.cables) for (const core of cable.cores) cableOfConnection.set(core.connectionId, cable);
  const context: CheckContext = {
    board,
    parts,
    items,
    connections,
    elementsOf: memo.each('elementsOf', 'all', [electricalItems, parts], () => elementsByKind(electricalItems, parts)),
    cableOf: byKey(board.cables, (c) => c.id),
    cableOfConnection,
    wireOf: wires,
    seatOf,
    catalogue,
    profile,
    netlist,
    potentials,
    demand,
    energy,
    control,
    mains,
    lengths,
    sizing,
    cables: made,
    stacks,
    bodies,
  };
  // Where a part stands on its panel does not matter to who is joined to whom; only which surface it is on does.
  const surfaces = board.items.map((i) => (i.place.kind === 'panel' ? [i.id, i.place.panelId, i.place.face] : [i.id]));
  const cabled = columns(board.cables, 'id', 'designation', 'cores');
  const wiring = memo.each(
    'wiringChecks',
    'all',
    [netlist, potentials, demand, cabled, parts, surfaces, columns(board.items, 'name')],
    () => wiringChecks(context),
  );
  const places = columns(board.items, 'place');
  const standing = memo.list('standing', [
    board.panels,
    parts,
    labels,
    places,
    versions,
    columns(board.items, 'standOffMm'),
  ]);
  const layout = memo.each('layoutChecks', 'all', standing, () => layoutChecks(context));
  // What lies behind the board is all that screws in front can meet.
  const behind = laid.flatMap((l) => (l.length.paths.some((p) => p.face === 'back') ? [l.length] : []));
  const space = memo.each('spaceChecks', 'all', [standing, behind], () => spaceChecks(context));
  const detours = memo.each('detourChecks', 'all', [made, standing, sizing], () => detourChecks(context));
  const body = memo.each('bodyChecks', 'all', [bodies, board.panels], () => bodyChecks(context));
  const crimps = memo.each('crimpChecks', 'all', [ends, board.cables, parts, labels, versions], () =>
    crimpChecks(context, workshop.tools),
  );
  const bent = memo.each('bentLugs', 'all', [made, board.cables, parts], () => bentLugs(context));
  const routes = memo.each('routeChecks', 'all', [made, standing, sizing, board.cables], () => routeChecks(context));
  const findings = [
    ...wiring,
    ...unfusedChecks(context),
    ...protectionChecks(context),
    ...faultChecks(context),
    ...barChecks(context),
    ...bankChecks(context),
    ...solarChecks(context),
    ...terminationChecks(context),
    ...crimps,
    ...bent,
    ...layout,
    ...space,
    ...body,
    ...routes,
    ...detours,
    ...powerChecks(context),
    ...rulesChecks(context),
    ...sourceChecks(context),
    ...returnChecks(context),
    ...controlChecks(context),
    ...mainsChecks(context),
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
    control,
    mains,
    lengths,
    sizing,
    made,
    stacks,
    bodies,
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
  profile: Profile,
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
    control: s.control,
    mains: s.mains,
    cables: s.made,
    stacks: s.stacks,
    bodies: s.bodies,
    parts: s.partLines,
    cuts: s.cuts,
    bench: s.bench,
    findings: s.findings,
  };
}
