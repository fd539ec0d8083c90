import type { Board } from '../document/board.ts';
import type { Dossier } from '../dossier.ts';
import type { Finding } from '../findings/registry.ts';

/** A figure of two boards beside one another. */
export interface FigureCompared {
  name: string;
  unit: string;
  before: number;
  after: number;
}
export interface DossiersCompared {
  figures: FigureCompared[];
  /** What the first said and the second does not say any more. */
  gone: Finding[];
  /** What only the second says. */
  come: Finding[];
  /** Cables whose size, length or fuse limit is another, by their mark. */
  cables: { mark: string; before: string; after: string }[];
}

type Derived = { board: Board; dossier: Dossier };

const sum = <T>(all: readonly T[], of: (x: T) => number): number => all.reduce((total, x) => total + of(x), 0);
const rounded = (x: number): number => Math.round(x * 100) / 100;

function figuresOf({ board, dossier }: Derived): Record<string, [value: number, unit: string]> {
  const { cables, parts, energy, bodies, heat, flows, findings } = dossier;
  return {
    'Parts on the board': [board.items.length, ''],
    Cables: [cables.length, ''],
    'Cable, cut': [sum(cables, (c) => c.cutMm) / 1000, 'm'],
    'Largest design current': [Math.max(0, ...flows.map((f) => f.designCurrentA)), 'A'],
    'Charge a day': [energy.dailyAh, 'Ah'],
    'Most power at once': [energy.peakW, 'W'],
    Mass: [sum(bodies, (b) => b.massKg), 'kg'],
    'Heat at full work': [sum(heat, (h) => h.cablesW + sum(h.parts, (p) => p.lossW)), 'W'],
    'Parts and cable, bought': [sum(parts, (p) => (p.supply === 'workshop' ? (p.total ?? 0) : 0)), 'money'],
    'Longest wait for a part': [Math.max(0, ...parts.map((p) => p.leadTimeDays ?? 0)), 'days'],
    'Bench steps': [dossier.bench.length, ''],
    Stops: [findings.filter((f) => f.severity === 'stop').length, ''],
  };
}

/** What a finding is of, whatever its figures are. */
const nameOf = (f: Finding): string => `${f.kind} ${JSON.stringify(f.where)}`;

/**
 * Two boards as they were worked out, beside one another: figures, findings that came and went, cables that changed.
 * @example
 * compareDossiers({ board, dossier }, { board, dossier }).come; // []
 */
export function compareDossiers(before: Derived, after: Derived): DossiersCompared {
  const [was, is] = [figuresOf(before), figuresOf(after)];
  const figures = Object.entries(is).map(([name, [value, unit]]) => ({
    ...{ name, unit, before: rounded(was[name]![0]), after: rounded(value) },
  }));
  const [said, says] = [before.dossier.findings, after.dossier.findings];
  const [old, now] = [new Set(said.map(nameOf)), new Set(says.map(nameOf))];
  const cableWords = (d: Dossier) =>
    new Map(d.cables.map((c) => [c.designation, `${c.areaMm2} mm², ${Math.round(c.cutMm)} mm, ${c.cableTypeName}`]));
  const [first, second] = [cableWords(before.dossier), cableWords(after.dossier)];
  return {
    figures,
    gone: said.filter((f) => !now.has(nameOf(f))),
    come: says.filter((f) => !old.has(nameOf(f))),
    cables: [...new Set([...first.keys(), ...second.keys()])]
      .filter((mark) => first.get(mark) !== second.get(mark))
      .map((mark) => ({ mark, before: first.get(mark) ?? 'not there', after: second.get(mark) ?? 'not there' })),
  };
}
