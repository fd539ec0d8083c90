import type { Choice, Id } from '../document/basics.ts';
import type { Environment } from '../document/cable/cable.ts';
import type { Connection } from '../document/connection/connection.ts';
import type { ElectricLoad } from '../document/item/item.ts';
import { catalogueWith } from '../document/part/catalogueIndex.ts';
import { partIndex } from '../document/references.ts';
import { field, rows } from '../engine/fact.ts';
import { each, shared, stage, steady } from '../engine/stage.ts';
import { boardBodies, cablesKgOf } from './body/boardBody.ts';
import { controlStudy } from './control/controlStudy.ts';
import { mainsAhead, mainsLeastOf } from './control/mainsAhead.ts';
import { mainsStudy } from './control/mainsStudy.ts';
import { cutGroups, longestFirst } from './cuts/cuts.ts';
import { demandOf } from './demand/demand.ts';
import { energyOf } from './demand/energy.ts';
import { designCurrents } from './heat/designCurrents.ts';
import { heatOf } from './heat/heat.ts';
import { inWarmAir, noticedRises } from './heat/warmer.ts';
import {
  briefOf,
  byId,
  collection,
  fact,
  powerOf,
  profile,
  settingsOf,
  shippedCatalogue,
  workshop,
  workshopOf,
} from './inputs.ts';
import { cableLay } from './lengths/bendNeeds.ts';
import type { PlacedItem } from './lengths/geometry.ts';
import { bundlesOf, cableLength, cableRun, runLengthMm } from './lengths/lengths.ts';
import { buildNetlist } from './netlist/netlist.ts';
import { polarityOf, spreadPotentials } from './netlist/potentials.ts';
import { withoutTies } from './netlist/ties.ts';
import { cableLines, deviceLines, fuseLines, inChunks, partsList } from './parts/parts.ts';
import { cableAmpacity, cableLaid, cableTypeOf, candidatesOf, type MainsLeast } from './sizing/conductors.ts';
import { sizeAll } from './sizing/sizing.ts';
import { boardStates } from './states/boardStates.ts';
import { workPlan } from './states/workPlan.ts';
import { sleeveOf } from './terminations/sleeves.ts';
import { stacksOf } from './terminations/stacks.ts';
import { terminateCable, terminateCores } from './terminations/terminations.ts';

/**
 * The stages of derive in trade order, each with what it reads. This is the map of the house: what is not named here is
 * not read, so an edit of it changes nothing here.
 */
const lockedMm2 = (choice: Choice<number>): number | null => (choice.mode === 'locked' ? choice.value : null);

// What stands on the board ---------------------------------------------------------------------------------------------

/** The catalogue with the board's own fuse links. */
export const catalogue = stage(
  'catalogue',
  { shippedCatalogue, customLinks: collection('customLinks') },
  ({ shippedCatalogue, customLinks }) => catalogueWith(shippedCatalogue, customLinks),
);
/** Parts by id, the board's own among them. */
export const parts = stage(
  'parts',
  { catalogue, customParts: collection('customParts') },
  ({ catalogue, customParts }) => partIndex({ customParts }, catalogue),
);
export const connections = collection('connections');
export const connectionOf = stage('connectionOf', { connections }, ({ connections }) => byId(connections));

// Wiring and demand ----------------------------------------------------------------------------------------------------

/** Where things stand does not matter electrically, nor what they are called: moving or naming a part leaves this as it is. */
export const netlist = stage(
  'netlist',
  { items: fact('items', ['id', 'partId', 'feed', 'inService', 'framePoints']), parts, connections },
  ({ items, parts, connections }) => withoutTies(buildNetlist(items, parts, connections)),
);
export const potentials = stage('potentials', { netlist }, ({ netlist }) => spreadPotentials(netlist));
/** Truth table of the control circuits. */
export const control = stage('control', { netlist }, ({ netlist }) => controlStudy(netlist));
/** Who feeds whom on the mains side. */
export const mains = stage(
  'mains',
  { netlist, potentials, items: fact('items', ['id', 'partId']), parts },
  ({ netlist, potentials, items, parts }) => mainsStudy(netlist, items, parts, potentials.netOf),
);

/** Loads as the wiring sees them: hours, groups and standby change no current. */
export const electricLoads = each(
  'electricLoads',
  fact('items', ['id', 'load', 'inService']),
  (item) => item.id,
  {},
  ({ id, load, inService }) => ({
    id,
    rating: inService ? load?.rating : undefined,
    side: load?.side,
    surgeFactor: load?.surgeFactor,
    softStart: load?.softStart,
    needsSine: load?.needsSine,
    essential: load?.essential,
    dropClass: load?.dropClass,
    groupId: load?.groupId,
    shortTime: load?.shortTime,
    powerFactor: load?.powerFactor,
  }),
  ({ id, ...load }) => ({ id, load: load.rating ? (load as ElectricLoad) : null }),
);
/** Every current the network must carry, and who cannot be fed. */
export const demand = shared(
  'demand',
  { netlist, potentials, brief: briefOf(['systemVoltageV']), electricLoads, power: powerOf(['loadGroups']) },
  ({ netlist, potentials, brief, electricLoads, power }) =>
    demandOf(netlist, potentials, brief, electricLoads, power.loadGroups),
);
export const flows = field(demand, 'flows');
/** Daily charge, peak and surge of the load list. */
export const energy = stage(
  'energy',
  {
    items: fact('items', ['id', 'designation', 'name', 'partId', 'load', 'inService']),
    parts,
    brief: briefOf(['systemVoltageV', 'chemistry']),
    power: powerOf(['site', 'usableShare', 'ageingReserveShare', 'loadGroups']),
    settings: settingsOf(['autonomyDays']),
    workshop: workshopOf(['usableShare', 'usableShareSource']),
  },
  ({ items, ...rest }) => energyOf({ ...rest, items: items.filter((i) => i.inService) }),
);

// Cables as they lie ---------------------------------------------------------------------------------------------------

/** Each cable with what it joins; one whose first core joins nothing is left out of all that follows. */
export const joined = each(
  'joined',
  fact('cables', ['id', 'cores', 'segments', 'material']),
  (cable) => cable.id,
  {
    connectionOf,
    itemOf: stage('placedItemOf', { items: fact('items', ['id', 'partId', 'place', 'standOffMm']) }, ({ items }) =>
      byId(items),
    ),
  },
  ({ id, cores, segments, material }, { connectionOf, itemOf }) => {
    const own: Connection[] = [];
    for (const core of cores) {
      const connection = connectionOf.get(core.connectionId);
      if (connection) own.push(connection);
      else if (core === cores[0]) return null;
    }
    if (own.length === 0) return null;
    const ends: PlacedItem[] = [];
    for (const { from, to } of own)
      for (const { itemId } of [from, to]) {
        const item = itemOf.get(itemId);
        if (item && !ends.includes(item)) ends.push(item);
      }
    return { id, cores, segments, material, connections: own, ends };
  },
  (picked) => picked,
);

/** What stands ahead of every mains line. */
export const mainsLines = stage(
  'mainsLines',
  {
    netlist,
    items: fact('items', ['id', 'partId', 'inService']),
    parts,
    connections,
    brief: briefOf(['mainsVoltageV']),
  },
  ({ netlist, items, parts, connections, brief }) => mainsAhead(netlist, items, parts, connections, brief),
);
/** The least size of each mains conductor, by what stands ahead of it. */
const mainsLeast = stage(
  'mainsLeast',
  { mainsLines, brief: briefOf(['mainsVoltageV', 'inletA']) },
  ({ mainsLines, brief }) => mainsLeastOf(mainsLines, brief),
);

/** Of the mains conductors of a cable what the one that wants most wants. */
const thickest = (connections: readonly Connection[], least: ReadonlyMap<Id, MainsLeast>): MainsLeast | null => {
  let most: MainsLeast | null = null;
  for (const { id } of connections) {
    const own = least.get(id);
    if (own && own.leastMm2 > (most?.leastMm2 ?? 0)) most = own;
  }
  return most;
};

/** Which sizes fit each cable: its terminals, its table, what is sold. In the order of `joined`, as the next ones are. */
export const candidates = each(
  'candidates',
  joined,
  (cable) => cable.id,
  { parts, profile, catalogue, workshop: workshopOf(['preferredAreasMm2']), mainsLeast },
  ({ cores, material, connections, ends }, { parts, profile, catalogue, workshop, mainsLeast }) => {
    const mains = thickest(connections, mainsLeast);
    return {
      leastMm2: mains?.leastMm2 ?? null,
      why: mains?.why ?? null,
      cores,
      material,
      connections,
      partIds: ends.map((e) => e.partId),
      itemIds: ends.map((e) => e.id),
      parts,
      profile,
      catalogue,
      workshop,
    };
  },
  ({ cores, material, connections, partIds, itemIds, parts, profile, catalogue, workshop, leastMm2, why }) => {
    const partAt = new Map(itemIds.map((id, i) => [id, parts.get(partIds[i]!)]));
    const terminals = connections
      .flatMap((c) => [c.from, c.to])
      .flatMap((ref) => partAt.get(ref.itemId)?.terminals.find((t) => t.id === ref.terminalId) ?? []);
    const mains = leastMm2 === null || why === null ? null : { leastMm2, why };
    return candidatesOf({ cores, material }, connections, terminals, profile, catalogue, workshop, mains);
  },
);

/** Sizes as they are locked, or left to be worked out, by cable. */
const sizeChoices = stage(
  'sizeChoices',
  { cables: fact('cables', ['id', 'conductorMm2']) },
  ({ cables }) => new Map(cables.map((c) => [c.id, c.conductorMm2])),
);
/** What each candidate, and the size a cable starts with, may carry where it lies. */
export const ampacities = each(
  'ampacities',
  joined,
  (cable) => cable.id,
  { candidates, profile, brief: briefOf(['ambientC']), sizeChoices },
  ({ id, cores, material, segments }, { candidates, profile, brief, sizeChoices }, index) => ({
    id,
    cores,
    material,
    environments: segments.map((s): Environment => s.environment),
    candidates: candidates[index]!,
    startMm2: lockedMm2(sizeChoices.get(id)!) ?? candidates[index]!.areasMm2[0] ?? profile.minAreaMm2.value,
    ambientC: brief.ambientC,
    profile,
  }),
  ({ id, cores, material, candidates: { areasMm2, columnC }, environments, startMm2, ambientC, profile }) => {
    const laid = cableLaid({ cores, material }, columnC, environments, ambientC, profile);
    const carries = (areaMm2: number) => cableAmpacity(laid, areaMm2, `cable/${id}/ampacityA/${areaMm2}`);
    return { areasA: areasMm2.map(carries), startMm2, startA: carries(startMm2) };
  },
);

/** Where every cable runs by its stored route; how long it is there depends on how thick it comes to be. */
export const cableRuns = each(
  'cableRuns',
  joined,
  (cable) => cable.id,
  { parts, panels: rows(collection('panels'), ['id', 'outline', 'holes', 'thicknessMm']) },
  ({ id, material, segments, connections, ends }, { parts, panels }) => ({
    id,
    material,
    segments,
    connection: connections[0]!,
    ends,
    parts: ends.flatMap((e) => parts.get(e.partId) ?? []),
    panels,
  }),
  ({ id, material, segments, ends, ...at }) => cableRun({ cable: { id, material, segments }, items: ends, ...at }),
);
/** How long each cable is at every size it may have. */
const sizedLengths = each(
  'sizedLengths',
  joined,
  (cable) => cable.id,
  {
    runs: cableRuns,
    candidates,
    ampacities,
    profile,
    catalogue,
    settings: settingsOf(['routeSlackShare', 'endSlackMm']),
  },
  ({ cores, material }, { runs, candidates, ampacities, profile, catalogue, settings }, index) => ({
    cores,
    material,
    run: runs[index]!,
    areasMm2: candidates[index]!.areasMm2,
    startMm2: ampacities[index]!.startMm2,
    profile,
    catalogue,
    settings,
  }),
  ({ cores, material, run, areasMm2, startMm2, profile, catalogue, settings }) => {
    const longMm = (areaMm2: number) => {
      const type = cableTypeOf({ cores, material }, areaMm2, profile, catalogue);
      return runLengthMm(run, cableLay(type, areaMm2, profile, catalogue), settings);
    };
    return { areasMm: areasMm2.map(longMm), startMm: longMm(startMm2) };
  },
);

// Sizes ----------------------------------------------------------------------------------------------------------------

/** Every state that can occur, what flows in each, and which fuses then stand where: the wiring alone decides it. */
export const plan = stage(
  'plan',
  { netlist, potentials, control, flows: rows(flows, ['key', 'way', 'sink', 'supply', 'modules']) },
  ({ netlist, potentials, control, flows }) =>
    workPlan(
      netlist,
      flows,
      boardStates(netlist, control),
      (b) => polarityOf(b, netlist.branches[b]!, potentials, netlist) === 'minus',
    ),
);
/** Cables as sizing sees them: where one runs changes no size as long as it stays as long and as cool. */
export const sizedCables = each(
  'sizedCables',
  joined,
  (cable) => cable.id,
  { candidates, ampacities, sizeChoices, sizedLengths: rows(sizedLengths, ['areasMm', 'startMm']) },
  ({ id, cores, material, segments }, { candidates, ampacities, sizeChoices, sizedLengths }, index) => ({
    id,
    cores,
    material,
    conductorMm2: sizeChoices.get(id)!,
    environments: segments.map((s): Environment => s.environment),
    candidates: candidates[index]!,
    ampacity: ampacities[index]!,
    lengths: sizedLengths[index]!,
  }),
  ({ id, cores, material, conductorMm2, environments, candidates, lengths, ampacity }) => ({
    environments,
    candidates,
    lengthsMm: lengths.areasMm,
    startLengthMm: lengths.startMm,
    cable: { id, cores, material, conductorMm2 },
    ampacityA: ampacity.areasA,
    startMm2: ampacity.startMm2,
    startAmpacityA: ampacity.startA,
  }),
);
/** All that sizing reads beside the cables. */
const sizingReads = {
  netlist,
  potentials,
  flows,
  plan,
  items: fact('items', ['id', 'designation', 'inserts']),
  loads: electricLoads,
  brief: briefOf(['systemVoltageV', 'ambientC']),
  power: powerOf(['alternator']),
  settings: settingsOf(['feederSchool', 'lostBattery', 'dropsBeside']),
  profile,
  catalogue,
};
/** Network, conductors, protection and faults together, all in the air of the brief. */
const sizedCool = stage(
  'sizedCool',
  { ...sizingReads, cables: sizedCables },
  ({ netlist, potentials, flows, plan, brief, power, settings, ...rest }) =>
    sizeAll({ ...rest, ...settings, ...brief, ...power }, netlist, potentials, flows, plan),
);
const heatReads = {
  netlist,
  panels: rows(collection('panels'), ['id', 'outline', 'frontClearanceMm', 'backClearanceMm']),
  items: fact('items', ['id', 'partId', 'place', 'inService']),
  parts,
  runs: cableRuns,
  cableOf: stage(
    'heatCableOf',
    { cables: fact('cables', ['id', 'cores']) },
    ({ cables }) => new Map(cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.id] as const))),
  ),
  brief: briefOf(['systemVoltageV', 'ambientC']),
};
/** By how much the air under lids and behind panels is warmer, everything at full work; nothing where all stand open. */
const airRises = steady('airRises', { ...heatReads, cool: sizedCool }, ({ cool, brief, ...rest }) =>
  rest.panels.every((p) => p.frontClearanceMm === null && p.backClearanceMm <= 0)
    ? []
    : noticedRises(heatOf({ ...rest, ...brief, conductanceS: cool.hot.conductanceS }, designCurrents(cool.result))),
);
/** The same with what lies under a lid or behind a panel in the air it lies in. */
export const sized = stage(
  'sized',
  { ...sizingReads, cables: sizedCables, joined, cool: sizedCool, rises: airRises },
  ({ cool, rises, joined, cables, netlist, potentials, flows, plan, brief, power, settings, ...rest }) =>
    rises.length === 0
      ? cool
      : sizeAll(
          {
            ...rest,
            ...settings,
            ...brief,
            ...power,
            cables: inWarmAir(
              cables,
              joined.map((j) => j.segments),
              new Map(rises),
              brief.ambientC,
              rest.profile,
            ),
          },
          netlist,
          potentials,
          flows,
          plan,
        ),
);
/** Where the heat goes when everything is at full work. */
export const heat = stage('heat', { ...heatReads, sized }, ({ sized, brief, ...rest }) =>
  heatOf({ ...rest, ...brief, conductanceS: sized.hot.conductanceS }, designCurrents(sized.result)),
);
export const sizing = field(sized, 'result');
export const wires = stage(
  'wires',
  { wires: field(sizing, 'wires') },
  ({ wires }) => new Map(wires.map((w) => [w.connectionId, w])),
);
export const seats = field(sizing, 'seats');
export const seatOf = stage('seatOf', { seats }, ({ seats }) => new Map(seats.map((s) => [s.key, s])));
const areas = stage(
  'areas',
  { cables: field(sizing, 'cables') },
  ({ cables }) => new Map(cables.map((c) => [c.cableId, c.conductor.value])),
);

/** How thick every cable is, and what it asks of its way. */
const lays = each(
  'lays',
  joined,
  (cable) => cable.id,
  { areas, profile, catalogue },
  ({ id, cores, material }, { areas, profile, catalogue }) => ({
    cores,
    material,
    areaMm2: areas.get(id)!,
    profile,
    catalogue,
  }),
  ({ cores, material, areaMm2, profile, catalogue }) =>
    cableLay(cableTypeOf({ cores, material }, areaMm2, profile, catalogue), areaMm2, profile, catalogue),
);
/** How wide cables bend that lie in a bundle, by path and corner: sizing takes each alone, which is never the shorter. */
const bundles = steady('bundles', { runs: cableRuns, lays }, ({ runs, lays }) => bundlesOf(runs, lays));

/** Every cable measured along its lines and arcs, at the size it has. */
export const cableLengths = each(
  'cableLengths',
  joined,
  (cable) => cable.id,
  { runs: cableRuns, lays, bundles, settings: settingsOf(['routeSlackShare', 'endSlackMm']) },
  (_, { runs, lays, bundles, settings }, index) => ({
    run: runs[index]!,
    lay: lays[index]!,
    wider: bundles[index]!,
    settings,
  }),
  ({ run, lay, wider, settings }) => cableLength(run, lay, settings, wider),
);
export const lengths = stage(
  'lengths',
  { cableLengths },
  ({ cableLengths }) => new Map(cableLengths.map((l) => [l.cableId, l])),
);

// Cables as they are made ----------------------------------------------------------------------------------------------

/** Lugs, strip, shrink, colour and label of both ends; how long a cable is changes none of it. */
const terminations = each(
  'terminations',
  joined,
  (cable) => cable.id,
  {
    parts,
    profile,
    catalogue,
    workshop,
    areas,
    polarities: stage(
      'polarities',
      { wires: rows(field(sizing, 'wires'), ['connectionId', 'polarity']) },
      ({ wires }) => new Map(wires.map((w) => [w.connectionId, w.polarity])),
    ),
    names: stage('wireNames', { cables: fact('cables', ['id', 'designation']) }, ({ cables }) => byId(cables)),
    items: stage('endNames', { items: fact('items', ['id', 'designation', 'partId']) }, ({ items }) => byId(items)),
  },
  (
    { id, cores, material, connections, ends },
    { areas, polarities, names, items, parts, profile, catalogue, workshop },
  ) => ({
    cores,
    material,
    connections,
    designation: names.get(id)!.designation,
    areaMm2: areas.get(id)!,
    polarity: connections.map((c) => polarities.get(c.id) ?? ('none' as const)),
    items: ends.map((e) => items.get(e.id)!),
    parts,
    profile,
    catalogue,
    workshop,
  }),
  ({ cores, material, designation, polarity, ...rest }) =>
    terminateCores({
      ...rest,
      cable: { cores, material, designation },
      polarity: Object.fromEntries(rest.connections.map((c, i) => [c.id, polarity[i]!])),
    }),
);
/** Cables as they are made: ends, what each is cut from, and how long. */
export const made = each(
  'made',
  joined,
  (cable) => cable.id,
  {
    terminations,
    areas,
    cableLengths,
    catalogue,
    panels: fact('panels', ['id', 'holes', 'thicknessMm']),
    names: stage('wireNamesMade', { cables: fact('cables', ['id', 'designation']) }, ({ cables }) => byId(cables)),
  },
  ({ id, segments }, { terminations, areas, cableLengths, catalogue, panels, names }, index) => {
    const { lengthMm, provisional, formed } = cableLengths[index]!;
    return {
      id,
      segments,
      designation: names.get(id)!.designation,
      ends: terminations[index]!,
      areaMm2: areas.get(id)!,
      lengthMm,
      provisional,
      spanMm: formed?.spanMm ?? null,
      riseMm: formed?.riseMm ?? null,
      catalogue,
      panels,
    };
  },
  ({ id, designation, segments, ends, areaMm2, lengthMm, provisional, spanMm, riseMm, catalogue, panels }) =>
    terminateCable(
      { id, designation },
      ends,
      areaMm2,
      { lengthMm, provisional, formed: spanMm === null || riseMm === null ? null : { spanMm, riseMm } },
      sleeveOf({ segments }, panels, ends.cableType, catalogue),
    ),
);
/** The ends of the cables alone. */
export const madeEnds = rows(made, ['cableId', 'designation', 'cores', 'areaMm2', 'flat']);
/** What sits on each stud, bottom first. */
export const stacks = stage(
  'stacks',
  { ends: rows(made, ['cableId', 'designation', 'cores']), items: fact('items', ['id', 'stacks']) },
  ({ ends, items }) => stacksOf(items, ends),
);

// Lists ----------------------------------------------------------------------------------------------------------------

/** Everything to have on the bench before the build starts. */
export const partLines = stage(
  'partLines',
  {
    devices: stage(
      'deviceLines',
      { items: fact('items', ['id', 'partId', 'designation', 'ownership']), parts },
      ({ items, parts }) => deviceLines(items, parts),
    ),
    fuses: stage(
      'fuseLines',
      {
        items: fact('items', ['id', 'designation']),
        seats: rows(seats, ['itemId', 'seatId', 'link']),
        catalogue,
        workshop: workshopOf(['spareLinks']),
      },
      ({ items, seats, catalogue, workshop }) => fuseLines(items, seats, catalogue, workshop.spareLinks),
    ),
    ofCables: each(
      'cableLines',
      stage('cableChunks', { made }, ({ made }) => inChunks(made).map((cables, n) => ({ n, cables }))),
      (chunk) => chunk.n,
      { catalogue },
      ({ cables }, { catalogue }) => ({ cables, catalogue }),
      ({ cables, catalogue }) => cableLines(cables, catalogue),
    ),
    workshop: workshopOf(['prices']),
  },
  ({ devices, fuses, ofCables, workshop }) => partsList(devices, fuses, ofCables, workshop.prices),
);
/** Mass and balance of every panel. */
export const bodies = stage(
  'bodies',
  {
    panels: collection('panels'),
    items: fact('items', ['partId', 'place', 'standOffMm']),
    parts,
    cablesKg: steady(
      'cablesKg',
      { made: rows(made, ['cableId', 'cableTypeId']), lengths, catalogue },
      ({ made, lengths, catalogue }) => [...cablesKgOf(made, lengths, catalogue)],
    ),
  },
  ({ panels, items, parts, cablesKg }) => boardBodies({ panels, items }, parts, new Map(cablesKg)),
);
/** Pieces to cut, by type and colour. */
export const cuts = each(
  'cuts',
  stage('cutGroups', { made }, ({ made }) => cutGroups(made)),
  (group) => group.key,
  {},
  (group) => group,
  longestFirst,
);
