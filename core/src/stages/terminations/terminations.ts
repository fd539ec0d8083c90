import { dataLeadId } from '../../devices/dataLead/parts.ts';
import type { Choice, Id } from '../../document/basics.ts';
import type { Cable, ColourCode } from '../../document/cable/cable.ts';
import type { Connection, TerminalRef } from '../../document/connection/connection.ts';
import { fingerprint } from '../../document/fingerprint.ts';
import type { Item } from '../../document/item/item.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { CableType, Catalogue, DataPlug, Lug, Part, Shrink, Terminal } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { cutLength, shrinkLength, stripLength } from '../../formulas/cables.ts';
import type { Profile } from '../../profiles/profile.ts';
import { sizeText } from '../../tables/awg.ts';
import { STOCK_LEADS_MM } from '../../tables/layoutPractice.ts';
import { type FlatPattern, flatPattern } from '../lengths/flatPattern.ts';
import type { CableLength } from '../lengths/lengths.ts';
import { type ChoiceResult, lockedResult } from '../sizing/choiceResult.ts';
import { cableTypeOf } from '../sizing/conductors.ts';
import { type Crimp, crimpOf } from './crimp.ts';
import type { SleeveNeed } from './sleeves.ts';
import { endsThatFit, whyNoEnd } from './terminates.ts';

export interface MadeEnd {
  ref: TerminalRef;
  /** Where it goes, as printed: `-F1:line`. */
  at: string;
  attachment: Terminal['attachment']['kind'];
  studMm: number | null;
  lug: ChoiceResult<Id | null>;
  lugName: string;
  palmWidthMm: number;
  stripMm: number;
  /** How it is crimped; null where nothing is. */
  crimp: Crimp | null;
  angleDeg: 0 | 90;
  /** A bare barrel that wants tube over it. */
  wantsShrink: boolean;
  shrinkId: Id | null;
  shrinkName: string;
  shrinkMm: number;
  torqueNm: number | null;
}

/** A piece of tube over the insulation at each end, in the colour the core should have. */
export interface Remark {
  colour: ColourCode;
  shrinkId: Id | null;
  eachMm: number;
}

export interface MadeCore {
  coreId: Id;
  connectionId: Id;
  colour: ColourCode;
  /** Marked anew at both ends; null where its own colour says what it is. */
  remark: Remark | null;
  from: MadeEnd;
  to: MadeEnd;
  /** Text of the label at both ends, the same as on the drawing. */
  label: string;
}

export interface MadeCable {
  cableId: Id;
  designation: string;
  cableTypeId: Id | null;
  cableTypeName: string;
  areaMm2: number;
  /** A formed link of flat copper: its holes stand half its width from its ends. */
  flat: boolean;
  lengthMm: number;
  cutMm: number;
  /** A formed link laid flat: holes and bend lines; null for cable. */
  pattern: FlatPattern | null;
  provisional: boolean;
  /** What goes over it where it rubs or moves. */
  sleeve: SleeveNeed | null;
  /** Bought made up, in a stock length: nothing is cut or crimped; null for what the shop makes. */
  lead: MadeLead | null;
  cores: MadeCore[];
  /** Of everything a person makes from this row; a later change shows as "made to an older spec". */
  fingerprint: string;
}

/** A lead with its plugs on. */
export interface MadeLead {
  plug: DataPlug;
  /** The part to buy; null where none is long enough. */
  partId: Id | null;
  stockMm: number | null;
}

export interface TerminationInput {
  cable: Pick<Cable, 'cores' | 'designation' | 'material'>;
  connections: readonly Connection[];
  items: readonly Pick<Item, 'id' | 'designation' | 'partId'>[];
  parts: ReadonlyMap<Id, Part>;
  areaMm2: number;
  /** Polarity of each connection, by id. */
  polarity: Readonly<Record<Id, 'plus' | 'minus' | 'link' | 'none'>>;
  profile: Profile;
  catalogue: Catalogue;
  workshop: Workshop;
}

/**
 * The smallest tube that slides over the barrel and grips the cable when shrunk, of those the workshop keeps where one of
 * them does, in the conductor's colour where it is made in it, else black.
 * Source: expanded bore above the barrel, recovered bore below the cable (common practice, no source; 10 % play).
 */
export function shrinkFor(
  lug: Pick<Lug, 'barrelOuterMm'>,
  cable: Pick<CableType, 'outerDiameterMm'>,
  colour: ColourCode,
  shrinks: readonly Shrink[],
  kept: readonly Id[] = [],
): Shrink | null {
  let known = knownShrinks.get(shrinks);
  if (!known) {
    known = new Map();
    knownShrinks.set(shrinks, known);
  }
  const key = `${lug.barrelOuterMm} ${cable.outerDiameterMm} ${colour} ${kept.join()}`;
  let found = known.get(key);
  if (found === undefined) {
    found = smallestShrink(lug, cable, colour, shrinks, kept);
    known.set(key, found);
  }
  return found;
}

const knownShrinks = new WeakMap<readonly Shrink[], Map<string, Shrink | null>>();

function smallestShrink(
  lug: Pick<Lug, 'barrelOuterMm'>,
  cable: Pick<CableType, 'outerDiameterMm'>,
  colour: ColourCode,
  shrinks: readonly Shrink[],
  kept: readonly Id[],
): Shrink | null {
  const all = shrinks
    .filter((s) => s.expandedMm >= lug.barrelOuterMm * 1.1 && s.recoveredMm <= cable.outerDiameterMm)
    .sort((a, b) => a.expandedMm - b.expandedMm);
  const own = all.filter((s) => kept.includes(s.id));
  const fitting = own.length > 0 ? own : all;
  const smallest = fitting.filter((s) => s.expandedMm === fitting[0]!.expandedMm);
  return smallest.find((s) => s.colour === colour) ?? smallest.find((s) => s.colour === 'BK') ?? smallest[0] ?? null;
}

function chooseEnd(
  choice: Choice<Id>,
  areaMm2: number,
  terminal: Terminal,
  lugs: readonly Lug[],
  smallEnds: Workshop['smallEnds'],
): ChoiceResult<Id | null> {
  if (choice.mode === 'locked') return lockedResult(choice);
  const fitting = endsThatFit(areaMm2, terminal, lugs, smallEnds);
  if (fitting.length > 0) return firstOf(fitting);
  return {
    value: null,
    mode: 'auto',
    reason: whyNoEnd(areaMm2, terminal, lugs),
    who: null,
    rejected: [],
    fits: false,
  };
}

/** The choice among ends that fit, kept: a board has many ends alike. */
const knownFirst = new WeakMap<readonly Lug[], ChoiceResult<Id | null>>();

function firstOf(fitting: readonly Lug[]): ChoiceResult<Id | null> {
  let found = knownFirst.get(fitting);
  if (!found) {
    const [first, ...others] = fitting;
    found = {
      value: first!.id,
      mode: 'auto',
      reason: 'fits conductor and terminal, straight, narrowest palm',
      who: null,
      rejected: others.map((l) => ({ value: l.id, why: whySecond(l, first!) })),
      fits: true,
    };
    knownFirst.set(fitting, found);
  }
  return found;
}

const whySecond = (lug: Lug, first: Lug): string =>
  lug.angleDeg !== first.angleDeg
    ? 'angled: only where a straight one would have to be bent'
    : lug.insulation !== first.insulation
      ? 'another cover than the workshop crimps'
      : lug.surface !== first.surface
        ? 'plain copper'
        : 'wider palm';

/** A data lead comes with its plugs on. */
const plugged: ChoiceResult<Id | null> = {
  value: null,
  mode: 'auto',
  reason: 'bought with its plug on',
  who: null,
  rejected: [],
  fits: true,
};

/** A formed link has a hole where a cable has a lug. */
const drilled: ChoiceResult<Id | null> = {
  value: null,
  mode: 'auto',
  reason: 'formed from flat copper and drilled',
  who: null,
  rejected: [],
  fits: true,
};

const defaultColour = (
  polarity: 'plus' | 'minus' | 'link' | 'none',
  terminals: readonly Terminal[],
  profile: Profile,
): ColourCode => {
  if (terminals.some((t) => t.domain === 'earth')) return profile.mainsColours.earth;
  if (terminals.some((t) => t.domain === 'ac'))
    return terminals.some((t) => /^N\b/.test(t.name)) ? profile.mainsColours.neutral : profile.mainsColours.line;
  const side =
    polarity === 'none' || polarity === 'link' ? terminals.find((t) => t.polarity !== 'none')?.polarity : polarity;
  return side === 'minus' ? profile.colours.minus : profile.colours.plus;
};

/** Length of a re-marking tube, mm. Common practice, no source. */
const REMARK_MM = 30;

/** The smallest tube of a colour that slides over the insulation and grips it. */
function remarkOf(colour: ColourCode, cable: CableType | null, shrinks: readonly Shrink[]): Remark {
  const fitting = shrinks.filter(
    (s) =>
      s.colour === colour &&
      cable !== null &&
      s.expandedMm >= cable.outerDiameterMm * 1.1 &&
      s.recoveredMm < cable.outerDiameterMm,
  );
  const best = fitting.toSorted((a, b) => a.expandedMm - b.expandedMm)[0];
  return { colour, shrinkId: best?.id ?? null, eachMm: REMARK_MM };
}

/** What both ends of a cable's cores get; how long the cable is changes none of it. */
export interface MadeCores {
  cores: MadeCore[];
  /** How far the conductor's end stands back from the hole's centre, at both ends, mm. */
  setbacksMm: [number, number];
  cableType: CableType | null;
  /** The plug of a data lead; null for all others. */
  plug: DataPlug | null;
}

/** Lugs, strip, shrink, colour and label of each core of one cable. */
export function terminateCores(input: TerminationInput): MadeCores {
  const { cable, catalogue, profile, areaMm2 } = input;
  const items = new Map(input.items.map((i) => [i.id, i]));
  const cableType = cableTypeOf(cable, areaMm2, profile, catalogue);
  const bar = cableType?.bar ?? null;
  const lugOf = catalogueIndex(catalogue).lug;
  const terminalOf = (ref: TerminalRef): Terminal | null => {
    const item = items.get(ref.itemId);
    return (item && input.parts.get(item.partId)?.terminals.find((t) => t.id === ref.terminalId)) ?? null;
  };
  let setbacksMm: [number, number] = [0, 0];

  const cores = cable.cores.flatMap((core, index): MadeCore[] => {
    const connection = input.connections.find((c) => c.id === core.connectionId);
    if (!connection) return [];
    const terminals = [connection.from, connection.to].flatMap((ref) => terminalOf(ref) ?? []);
    const colour =
      core.colour.mode === 'locked'
        ? core.colour.value
        : defaultColour(input.polarity[connection.id] ?? 'none', terminals, profile);
    const end = (
      ref: TerminalRef,
      choice: Choice<Id>,
      side: 'from' | 'to',
    ): { made: MadeEnd; setbackMm: number } | null => {
      const terminal = terminalOf(ref);
      const item = items.get(ref.itemId);
      if (!terminal || !item) return null;
      const socket = terminal.attachment.kind === 'socket' ? terminal.attachment.plug : null;
      const lug = bar
        ? drilled
        : socket
          ? plugged
          : chooseEnd(choice, areaMm2, terminal, catalogue.lugs, input.workshop.smallEnds);
      const found = (lug.value !== null && lugOf.get(lug.value)) || null;
      const wantsShrink = found?.insulation === 'bare';
      const shrink =
        wantsShrink && cableType
          ? shrinkFor(found!, cableType, colour, catalogue.shrinks, input.workshop.keptTubes)
          : null;
      const address = `core/${core.id}/${side}`;
      const studMm = terminal.attachment.kind === 'stud' ? terminal.attachment.diameterMm : null;
      return {
        // Flat copper reaches half its width beyond the hole's centre.
        setbackMm: bar ? -bar.widthMm / 2 : (found?.setbackMm ?? 0),
        made: {
          ref,
          at: `${item.designation}:${terminal.name}`,
          attachment: terminal.attachment.kind,
          studMm,
          lug,
          lugName: bar ? `drilled for M${studMm}` : socket ? `plug ${socket}` : (found?.name ?? 'no end fits'),
          palmWidthMm: bar?.widthMm ?? found?.palmWidthMm ?? 0,
          stripMm: found
            ? use(
                stripLength,
                { barrelDepthMm: found.barrelDepthMm, extraMm: input.workshop.stripExtraMm },
                () => `${address}/stripMm`,
                () => ({
                  barrelDepthMm: given(`catalogue: ${found.name}`),
                  extraMm: given('workshop setting'),
                }),
              )
            : 0,
          crimp: found ? crimpOf(found, areaMm2, input.workshop, profile, address) : null,
          angleDeg: found?.angleDeg ?? 0,
          wantsShrink,
          shrinkId: shrink?.id ?? null,
          shrinkName: shrink?.name ?? '',
          shrinkMm:
            found && shrink
              ? use(
                  shrinkLength,
                  { barrelDepthMm: found.barrelDepthMm, extraMm: input.workshop.shrinkExtraMm },
                  () => `${address}/shrinkMm`,
                  () => ({
                    barrelDepthMm: given(`catalogue: ${found.name}`),
                    extraMm: given('workshop setting'),
                  }),
                )
              : 0,
          torqueNm: studMm === null ? null : (profile.torqueNmByStudMm.values[String(studMm)] ?? null),
        },
      };
    };
    const from = end(connection.from, core.fromLug, 'from');
    const to = end(connection.to, core.toLug, 'to');
    if (!from || !to) return [];
    if (index === 0) setbacksMm = [from.setbackMm, to.setbackMm];
    return [
      {
        coreId: core.id,
        connectionId: connection.id,
        colour,
        remark: core.remark && remarkOf(core.remark, cableType, catalogue.shrinks),
        from: from.made,
        to: to.made,
        label: `${cable.designation} ${from.made.at} / ${to.made.at}`,
      },
    ];
  });

  const ends = input.connections.flatMap((c) => [terminalOf(c.from), terminalOf(c.to)]);
  const plugs = ends.flatMap((t) => (t?.attachment.kind === 'socket' ? [t.attachment.plug] : []));
  return { cores, setbacksMm, cableType, plug: plugs.length === ends.length ? (plugs[0] ?? null) : null };
}

/** The stock lead that reaches, mm. */
function leadFor(plug: DataPlug, lengthMm: number): MadeLead {
  const stockMm = STOCK_LEADS_MM.find((s) => s >= lengthMm) ?? null;
  return { plug, stockMm, partId: stockMm === null ? null : dataLeadId(plug, stockMm) };
}

/** One cable as it is made: its ends, what it is cut from and how long. */
export function terminateCable(
  cable: Pick<Cable, 'id' | 'designation'>,
  { cores, setbacksMm, cableType, plug }: MadeCores,
  areaMm2: number,
  { lengthMm, provisional, formed }: Pick<CableLength, 'lengthMm' | 'provisional' | 'formed'>,
  sleeve: SleeveNeed | null,
): MadeCable {
  const address = `cable/${cable.id}/cutMm`;
  const bar = cableType?.bar;
  const core = cores[0];
  const pattern =
    bar && formed && core
      ? flatPattern({ ...formed, ...bar, studsMm: [core.from.studMm ?? 8, core.to.studMm ?? 8], address })
      : null;
  const cutMm = pattern
    ? pattern.lengthMm
    : use(cutLength, { lengthMm, fromSetbackMm: setbacksMm[0], toSetbackMm: setbacksMm[1] }, address, () => ({
        lengthMm: figure(`cable/${cable.id}/lengthMm`),
        fromSetbackMm: given(`catalogue: ${core?.from.lugName ?? ''}`),
        toSetbackMm: given(`catalogue: ${core?.to.lugName ?? ''}`),
      }));
  const lead = plug && leadFor(plug, lengthMm);
  const made = {
    cableId: cable.id,
    designation: cable.designation,
    cableTypeId: cableType?.id ?? null,
    cableTypeName: lead
      ? `Data lead, plug ${lead.plug}`
      : (cableType?.name ?? `${sizeText(areaMm2)}, not in the catalogue`),
    areaMm2,
    flat: Boolean(cableType?.bar),
    lengthMm,
    cutMm,
    pattern,
    provisional,
    sleeve,
    lead,
    cores,
  };
  const spec = [
    made.cableTypeId,
    ...(lead ? [lead.partId] : []),
    Math.round(cutMm),
    cores.map((c) => [
      c.colour,
      ...(c.remark ? [c.remark.colour] : []),
      c.label,
      c.from.lug.value,
      c.from.stripMm,
      c.from.shrinkMm,
      c.to.lug.value,
      c.to.stripMm,
      c.to.shrinkMm,
    ]),
  ];
  return { ...made, fingerprint: fingerprint(spec) };
}
