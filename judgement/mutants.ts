import type { Board } from '@ombrik/core/document/board';
import type { Severity } from '@ombrik/core/findings/finding';
import type { FindingId } from '@ombrik/core/findings/registry';
import {
  added,
  astray,
  bridged,
  cableAt,
  coloured,
  type Defect,
  dead,
  farEnd,
  hasItem,
  leftOff,
  link,
  other,
  partAt,
  stretched,
  swapped,
  thin,
} from './defects.ts';
import { dossierOf } from './dossierOf.ts';

export interface Mutant {
  name: string;
  defect: Defect;
  /** What has to be found where the defect is: any of these, and how bad it is. */
  kinds: readonly FindingId[];
  severity: Severity;
  /** Stops elsewhere that the defect truly brings with it. */
  brings?: readonly FindingId[];
}

/** Only on boards for which something holds. */
const where =
  (holds: (board: Board) => boolean, defect: Defect): Defect =>
  (board) =>
    holds(board) ? defect(board) : null;
/** One lead out and one back to the inverter. */
const single = (board: Board) =>
  board.connections.filter((c) => c.to.itemId === 'it_T1' || c.from.itemId === 'it_T1').length === 2;
const chemistry = (which: 'agm' | 'lifepo4') => (board: Board) =>
  board.items.some((i) => i.partId.startsWith(`battery-${which}`));
const parallel = (board: Board) => hasItem(board, 'G2') && !cableAt(board, 'G1:plus', 'G2:minus');
/** The controller of the sun, by whatever name it has. */
const controller =
  (partId: string): Defect =>
  (board) => {
    const own = board.items.find((i) => i.partId.startsWith('mppt'));
    return own ? other(own.designation.slice(1), partId)(board) : null;
  };
/** The main link one asks for is smaller than what runs. */
const runsOver = (amps: number) => (board: Board) =>
  (dossierOf(board).sizing.seats.find((s) => s.itemId === 'it_F1')?.designCurrentA ?? 0) > amps;

/** The main fuse as built is larger than this. */
const mainOver = (amps: number) => (board: Board) =>
  (dossierOf(board).sizing.seats.find((x) => x.itemId === 'it_F1')?.ratingA ?? 0) > amps;

/** Defects of the kinds that burn, hurt or disappoint, each done to every sound board it can be done to. */
export const MUTANTS: readonly Mutant[] = [
  {
    name: 'the main fuse left out',
    defect: bridged('F1', ['line', 'load'], 900),
    kinds: ['no-fuse-near-source'],
    severity: 'stop',
    brings: ['interrupt-rating', 'cable-below-fuse', 'fault-withstand'],
  },
  {
    name: 'the fuse of the second battery left out',
    defect: bridged('F2', ['line', 'load'], 900),
    kinds: ['no-fuse-near-source'],
    severity: 'stop',
    brings: ['interrupt-rating', 'cable-below-fuse', 'fault-withstand'],
  },
  {
    name: 'the tap of the engine without its fuse',
    defect: bridged('F9', ['line', 'load'], 3000),
    kinds: ['no-fuse-near-source'],
    severity: 'stop',
    brings: ['fault-withstand', 'cable-below-fuse', 'interrupt-rating'],
  },
  {
    name: 'a thin feeder behind the main fuse',
    defect: where(mainOver(35), thin('F10:feed', 'X1:s2', 1)),
    kinds: ['cable-below-fuse', 'fault-withstand'],
    severity: 'stop',
  },
  {
    name: 'a thin lead to the inverter',
    defect: where(single, thin('F20:load', 'T1:plus', 1.5)),
    kinds: ['cable-below-current'],
    severity: 'stop',
  },
  {
    name: 'a thin return from the inverter',
    defect: where(single, thin('X2:s3', 'T1:minus', 2.5)),
    kinds: ['cable-below-current', 'cable-below-fuse'],
    severity: 'stop',
  },
  {
    name: 'the inverter’s fuse at its far end',
    defect: where(
      (b) => single(b) && mainOver(70)(b) && partAt(b, 'T1') !== 'inverter-12-300',
      farEnd('F20', 'T1:plus', 4),
    ),
    brings: ['line-collapses'],
    kinds: ['fault-withstand', 'cable-below-current'],
    severity: 'stop',
  },
  {
    name: 'the satellite’s fuse at its far end',
    defect: farEnd('F12', 'F13:feed', 1),
    kinds: ['fault-withstand'],
    severity: 'stop',
  },
  {
    name: 'a fuse of 400 A in the main holder',
    defect: link('F1', 'classT-400'),
    kinds: ['cable-below-fuse', 'fault-withstand'],
    severity: 'stop',
  },
  {
    name: 'a way of 30 A over lamp wire',
    defect: link('F10', 'blade-30', 'f1'),
    kinds: ['cable-below-fuse'],
    severity: 'stop',
  },
  {
    name: 'a main fuse too small for what runs',
    defect: where(runsOver(25), link('F1', 'classT-30')),
    kinds: ['fuse-below-current'],
    severity: 'warn',
  },
  {
    name: 'a main fuse that cannot break the fault',
    defect: where((b) => chemistry('lifepo4')(b) && !partAt(b, 'G1').endsWith('12-50'), other('F1', 'holder-sf30')),
    kinds: ['interrupt-rating'],
    severity: 'stop',
    brings: ['interrupt-rating'],
  },
  {
    name: 'a fitting the wrong way round',
    defect: swapped('E1', 'plus', 'minus'),
    kinds: ['polarity-reversed'],
    severity: 'stop',
  },
  {
    name: 'a fitting without its return',
    defect: leftOff('E1:minus'),
    kinds: ['no-return', 'terminal-unconnected'],
    severity: 'stop',
  },
  {
    name: 'a fitting that nothing feeds',
    defect: leftOff('E1:plus'),
    kinds: ['not-fed', 'terminal-unconnected'],
    severity: 'warn',
  },
  {
    name: 'an isolator too small',
    defect: where(runsOver(105), other('Q1', 'isolator-100')),
    kinds: ['series-rating'],
    severity: 'stop',
  },
  {
    name: 'a shunt too small',
    defect: where(runsOver(105), other('R1', 'shunt-100')),
    kinds: ['series-rating'],
    severity: 'stop',
  },
  {
    name: 'a fitting’s minus before the shunt',
    defect: where((b) => cableAt(b, 'F10:m1', 'E1:minus') !== undefined, astray('F10:m1', 'R1:battery', '-E1')),
    kinds: ['minus-before-shunt'],
    severity: 'stop',
    brings: ['lug-does-not-fit'],
  },
  { name: 'plus tied to minus', defect: added('X1:s6', 'X2:s6', 300), kinds: ['plus-tied-to-minus'], severity: 'stop' },
  {
    name: 'a lithium bank straight on the engine',
    defect: where(chemistry('lifepo4'), added('F9:load', 'X1:s6', 3000, '-G9')),
    kinds: ['lithium-on-alternator'],
    severity: 'stop',
    brings: ['cable-below-fuse', 'cable-below-current', 'fault-withstand', 'interrupt-rating'],
  },
  {
    name: 'a bond that the short burns',
    defect: where((b) => !hasItem(b, 'K1'), thin('G9:minus', 'X2:s3', 0.75)),
    kinds: ['fault-withstand'],
    severity: 'stop',
  },
  {
    name: 'a bond too thin for the charge it carries',
    defect: where((b) => hasItem(b, 'K1'), thin('G9:minus', 'X2:s3', 6)),
    kinds: ['cable-below-current'],
    severity: 'stop',
  },
  {
    name: 'a joining line too thin for the alternator',
    defect: thin('F9:load', 'K1:line', 6),
    kinds: ['cable-below-current'],
    severity: 'stop',
  },
  {
    name: 'a lamp far out on thin wire',
    defect: stretched('F10:w4', 'E4:plus', 400_000, '-E4'),
    kinds: ['drop-over-limit'],
    severity: 'warn',
  },
  {
    name: 'a controller for less than the string gives in the cold',
    defect: where((b) => hasItem(b, 'P2'), controller('mppt-100-30')),
    kinds: ['string-too-high'],
    severity: 'stop',
  },
  {
    name: 'unlike batteries side by side',
    defect: where((b) => parallel(b) && chemistry('lifepo4')(b), other('G2', 'battery-agm-12-100')),
    kinds: ['bank-mixed', 'sources-clash'],
    severity: 'stop',
    brings: ['cable-below-fuse'],
  },
  {
    name: 'a battery of another size',
    defect: where((b) => parallel(b) && partAt(b, 'G1').includes('lifepo4-12'), other('G2', 'battery-lifepo4-12-50')),
    kinds: ['bank-mixed'],
    severity: 'warn',
  },
  {
    name: 'a battery of another system',
    defect: where((b) => parallel(b) && partAt(b, 'G1').includes('lifepo4-12'), other('G2', 'battery-lifepo4-24-100')),
    kinds: ['sources-clash'],
    severity: 'stop',
  },
  {
    name: 'the fuses at the posts of three batteries and more left out',
    defect: where(
      (b) => hasItem(b, 'G3') && parallel(b),
      (b) => ({
        board: ['F1', 'F2', 'F3', 'F4'].reduce((own, f) => bridged(f, ['line', 'load'])(own)?.board ?? own, b),
        at: '-G1',
      }),
    ),
    kinds: ['bank-without-fuses'],
    severity: 'stop',
    brings: ['no-fuse-near-source', 'interrupt-rating', 'fault-withstand', 'cable-below-fuse'],
  },
  {
    name: 'a mains run too thin for its breaker',
    defect: thin('Q7:outL', 'X8:inL', 2.08),
    kinds: ['mains-cable-thin'],
    severity: 'stop',
  },
  {
    name: 'the mains breaker left out',
    defect: (b) => {
      const own = bridged('Q7', ['inL', 'outL'])(b);
      return own && { ...own, at: 'X8' };
    },
    kinds: ['socket-without-rcd'],
    severity: 'warn',
    brings: ['mains-cable-thin'],
  },
  {
    name: 'a socket behind a plain breaker',
    defect: (b) => {
      const own = other('Q7', 'mains-breaker-20')(b);
      return own && { ...own, at: '-X8' };
    },
    kinds: ['socket-without-rcd'],
    severity: 'warn',
  },
  {
    name: 'the plus lead of a fitting in the colour of the minus',
    defect: coloured('E1:plus', 'minus'),
    kinds: ['colour-against-polarity'],
    severity: 'warn',
  },
  {
    name: 'a lead in the colour of the protective conductor',
    defect: coloured('E1:minus', 'earth'),
    kinds: ['colour-against-polarity'],
    severity: 'warn',
  },
  {
    name: 'a winch’s fuse that opens while it pulls',
    defect: where((b) => b.items.some((i) => i.load?.shortTime), link('F20', 'classT-30')),
    kinds: ['fuse-opens-on-surge', 'fuse-below-current'],
    severity: 'warn',
  },
  {
    name: 'a winch on the wire of a lamp',
    defect: where((b) => b.items.some((i) => i.load?.shortTime), thin('F20:load', 'E5:plus', 1.5)),
    kinds: ['cable-below-current', 'cable-below-fuse'],
    severity: 'stop',
    brings: ['fault-withstand', 'line-collapses'],
  },
  {
    name: 'an old fitting left in place, its lead live',
    defect: dead('E1'),
    kinds: ['dead-part-wired'],
    severity: 'warn',
  },
  {
    name: 'a satellite’s fuse of 300 A over its lead',
    defect: (b) => {
      const own = link('F60', 'sf51-300', 'f1')(b);
      return own && { ...own, at: cableAt(b, 'F60:w1')!.designation };
    },
    kinds: ['cable-below-fuse', 'fault-withstand'],
    severity: 'stop',
  },
];
