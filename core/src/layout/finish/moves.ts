import type { Run } from '../lanes.ts';
import { stepAlongMm } from '../steps.ts';
import { type FinishedFace, type Movable, type Proposal, REACH_MM, sharedMm } from './face.ts';
import { CLEAR_MM, GAP_MM, UNSEEN_MM } from './tidiness.ts';

/** To make room for one, so many others go aside by so much at most. */
const MOST_PUSHED = 14;
const MOST_PUSHED_MM = 30;
/** What lies in another for less is a crossing or a corner, mm. */
const SHORT_MM = 15;
/** Two that lie no farther apart than this may change places, edge to edge, mm. */
const EXCHANGED_MM = 2;
/** Behind its end a cable steps aside by little: so many places are tried. */
const MOST_ASIDE = 8;
/** A step aside begins this far behind where a cable may bend, mm. */
const BEHIND_MM = 0.5;

const evenMm = (a: Movable, b: Movable): number => (a.widthMm + b.widthMm) / 2 + GAP_MM;

/** Takes the best of some proposals that is worth it and fits. */
function takeBest(face: FinishedFace, proposals: readonly Proposal[]): void {
  const known = new Map<string, number>();
  proposals
    .map((proposal) => ({ proposal, gain: face.gain(proposal, known) }))
    .filter(({ gain }) => gain > 0)
    .sort((a, b) => b.gain - a.gain)
    .some(({ proposal, gain }) => face.take(proposal, gain));
}

/** Moves single stretches of a way. */
export function settle(face: FinishedFace, n: number): void {
  for (const i of face.inner(n))
    takeBest(
      face,
      face.places(n, i).map((mm) => new Map([[n, face.moved(n, i, mm)]])),
    );
}

/** Stretches of a way that steps aside behind one of its ends, to lie from there on at another place. */
function steppedAside({ runs, from, to, straightMm, radiusMm }: Movable, end: 0 | 1, atMm: number): readonly Run[] {
  const run = end === 0 ? runs[0]! : runs.at(-1)!;
  const own = end === 0 ? from : to;
  const [start, across] = run.horizontal ? [own.xMm, own.yMm] : [own.yMm, own.xMm];
  const far = end === 0 ? run.toMm : run.fromMm;
  const ahead = Math.sign(far - start) || 1;
  const alongMm = stepAlongMm(radiusMm, Math.min(2 * radiusMm, Math.abs(atMm - across)));
  const jogMm = start + ahead * (straightMm[end] + alongMm / 2 + BEHIND_MM);
  const lead: Run = { ...run, fromMm: start, toMm: jogMm, atMm: across };
  const jog: Run = { horizontal: !run.horizontal, line: -1, fromMm: across, toMm: atMm, atMm: jogMm };
  const rest: Run = { ...run, fromMm: jogMm, toMm: far, atMm };
  const turned = (r: Run): Run => ({ ...r, fromMm: r.toMm, toMm: r.fromMm });
  return end === 0
    ? [lead, jog, rest, ...runs.slice(1)]
    : [...runs.slice(0, -1), turned(rest), turned(jog), turned(lead)];
}

/** A first or last stretch stands in line with its terminal; where it lies in another there, it steps aside at once. */
export function stepAside(face: FinishedFace, n: number): void {
  for (const end of [0, 1] as const) {
    const way = face.movables[n]!;
    if (way.free[end] || (way.runs.length === 1 && !way.free[1 - end])) continue;
    const i = end === 0 ? 0 : way.runs.length - 1;
    if (!isTight(face, n, i)) continue;
    takeBest(
      face,
      face
        .places(n, i)
        .slice(0, MOST_ASIDE)
        .map((mm) => new Map([[n, steppedAside(way, end, mm)]])),
    );
  }
}

/** Two stretches that lie beside one another change places. */
export function exchange(face: FinishedFace, n: number, k: number): void {
  for (const i of face.inner(n))
    for (const j of face.inner(k)) {
      const [a, b] = [face.movables[n]!, face.movables[k]!];
      const [r, s] = [a.runs[i]!, b.runs[j]!];
      if (r.horizontal !== s.horizontal || sharedMm(r, s) <= 0) continue;
      if (Math.abs(r.atMm - s.atMm) - (a.widthMm + b.widthMm) / 2 > EXCHANGED_MM) continue;
      const low = Math.min(r.atMm - a.widthMm / 2, s.atMm - b.widthMm / 2);
      const high = Math.max(r.atMm + a.widthMm / 2, s.atMm + b.widthMm / 2);
      const first = r.atMm < s.atMm;
      const to = new Map([
        [n, face.moved(n, i, first ? high - a.widthMm / 2 : low + a.widthMm / 2)],
        [k, face.moved(k, j, first ? low + b.widthMm / 2 : high - b.widthMm / 2)],
      ]);
      face.take(to);
    }
}

/** What lies evenly beside a stretch, and beside that, and so on: with which stretch each way takes part. */
function bundleOf(face: FinishedFace, n: number, i: number): Map<number, number> {
  const bundle = new Map([[n, i]]);
  for (const [a, at] of bundle) {
    const [one, run] = [face.movables[a]!, face.movables[a]!.runs[at]!];
    face.movables.forEach((other, b) => {
      if (bundle.has(b) || !face.near(a, b, REACH_MM)) return;
      const beside = face.inner(b).find((j) => {
        const s = other.runs[j]!;
        const offMm = Math.abs(Math.abs(s.atMm - run.atMm) - evenMm(one, other));
        return s.horizontal === run.horizontal && offMm <= UNSEEN_MM && sharedMm(s, run) > 0;
      });
      if (beside !== undefined) bundle.set(b, beside);
    });
  }
  return bundle;
}

/** A whole bundle moves a little, to lie evenly beside the next. */
export function closeUp(face: FinishedFace, n: number): void {
  for (const i of face.inner(n)) {
    const here = face.movables[n]!.runs[i]!.atMm;
    const near = face.places(n, i).filter((mm) => Math.abs(mm - here) <= CLEAR_MM);
    if (near.length === 0) continue;
    const bundle = [...bundleOf(face, n, i)];
    if (bundle.length < 2) continue;
    const shifts = near.map(
      (mm) => new Map(bundle.map(([m, at]) => [m, face.moved(m, at, face.movables[m]!.runs[at]!.atMm + mm - here)])),
    );
    takeBest(face, shifts);
  }
}

/** Where ways would lie that make room for a stretch at a place, going aside one way; null where that goes too far. */
function pushed(face: FinishedFace, n: number, i: number, mm: number, way: 1 | -1): Proposal | null {
  const to = new Map([[n, { at: i, mm }]]);
  for (const [a, { at, mm: here }] of to) {
    const [one, run] = [face.movables[a]!, face.movables[a]!.runs[at]!];
    for (let b = 0; b < face.movables.length; b++) {
      if (to.has(b) || !face.near(a, b, REACH_MM)) continue;
      const other = face.movables[b]!;
      const apart = evenMm(one, other);
      const beside = face.inner(b).find((j) => {
        const s = other.runs[j]!;
        const overMm = (s.atMm - here) * way;
        return (
          s.horizontal === run.horizontal && overMm < apart - UNSEEN_MM && overMm > -apart / 2 && sharedMm(s, run) > 0
        );
      });
      if (beside === undefined) continue;
      const goes = here + way * apart;
      if (Math.abs(goes - other.runs[beside]!.atMm) > MOST_PUSHED_MM || to.size >= MOST_PUSHED) return null;
      to.set(b, { at: beside, mm: goes });
    }
  }
  return to.size > 1 ? new Map([...to].map(([m, { at, mm: goes }]) => [m, face.moved(m, at, goes)])) : null;
}

/** A stretch that lies in another goes between those it lies among, and they make room. */
export function insert(face: FinishedFace, n: number): void {
  for (const i of face.inner(n)) {
    if (!isTight(face, n, i)) continue;
    for (const mm of [face.movables[n]!.runs[i]!.atMm, ...face.places(n, i)])
      for (const side of [1, -1] as const) {
        const to = pushed(face, n, i, mm, side);
        if (to && face.take(to)) return;
      }
  }
}

/** Whether a stretch lies in that of another way. */
function isTight(face: FinishedFace, n: number, i: number): boolean {
  const way = face.movables[n]!;
  const [run, here] = [way.runs[i]!, face.across(n, i)!];
  return face.movables.some(
    (other, m) =>
      m !== n &&
      face.near(n, m, REACH_MM) &&
      other.runs.some(
        (s, j) =>
          s.horizontal === run.horizontal &&
          Math.abs(face.across(m, j)! - here) < evenMm(way, other) - UNSEEN_MM &&
          sharedMm(s, run) > SHORT_MM,
      ),
  );
}
