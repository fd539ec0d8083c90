/** A conductor whose size is open: what it costs and resists at each, smallest size first. */
export interface OpenSize {
  copper: readonly number[];
  ohm: readonly number[];
  /** By drop: volts it loses per ohm. */
  weightA: Float64Array;
}

/** A way to size the conductors of a class: copper against what they resist, and which size each takes. */
interface Choice {
  copper: number;
  ohm: number;
  sizes: readonly number[];
}

/** Conductors in series: each ohm of them costs every drop the same. */
interface Series {
  members: number[];
  weightA: Float64Array;
  /** The least copper first; each next one resists less. */
  front: readonly Choice[];
}

/** More choices than this are not walked through: the board is left to be trimmed and exchanged about. */
const MOST_VISITED = 30_000;
/** A front with more steps than this is none that a small board has. */
const MOST_CHOICES = 400;
const SAME = 1e-9;

/**
 * The sizes with the least copper that keep every drop: branch and bound over what several drops share; what lies on one
 * way only follows from the room that leaves. Exact for the linear reckoning it is given.
 * @param allowedV by drop: volts these conductors may lose together
 * @returns by conductor the place of its size; null where there is no such choice, or too many to walk through
 */
export function leastCopper(open: readonly OpenSize[], allowedV: Float64Array): number[] | null {
  const series = inSeries(open);
  if (!series) return null;
  const drops = allowedV.length;
  const dropsOn = (s: Series) => s.weightA.reduce((n, w) => n + (w > 0 ? 1 : 0), 0);
  // The thickest trunk first: it decides most.
  const shared = series.filter((s) => dropsOn(s) > 1).sort((a, b) => dropsOn(b) - dropsOn(a));
  const own = Array.from({ length: drops }, (_, d) => series.filter((s) => dropsOn(s) === 1 && s.weightA[d]! > 0));
  const fronts = own.map((on, d) =>
    on.reduce<Room[]>((front, s) => joined(front, s, d), [{ copper: 0, volts: 0, taken: [] }]),
  );
  if (fronts.some((f) => f.length > MOST_CHOICES)) return null;
  const idle = series.filter((s) => dropsOn(s) === 0);

  let visited = 0;
  let best = Number.POSITIVE_INFINITY;
  let taken: { series: Series; choice: Choice }[] | null = null;
  /** Copper and volts of the shared ones yet to be chosen, at their least. */
  const leastAfter = shared.map((_, i) => shared.slice(i).reduce((sum, s) => sum + s.front[0]!.copper, 0));
  const voltsAfter = shared.map((_, i) =>
    Float64Array.from({ length: drops }, (_, d) =>
      shared.slice(i).reduce((sum, s) => sum + s.weightA[d]! * s.front[s.front.length - 1]!.ohm, 0),
    ),
  );
  const within = (front: readonly Room[], volts: number): Room | undefined =>
    front.find((r) => r.volts <= volts + SAME);
  const visit = (i: number, copper: number, leftV: Float64Array, chosen: readonly Choice[]): void => {
    if (visited++ > MOST_VISITED) return;
    let bound = copper + (leastAfter[i] ?? 0);
    const rooms: Room[] = [];
    for (let d = 0; d < drops; d++) {
      const room = within(fronts[d]!, leftV[d]! - (voltsAfter[i]?.[d] ?? 0));
      if (!room) return;
      bound += room.copper;
      rooms.push(room);
    }
    if (bound >= best - SAME) return;
    const next = shared[i];
    if (!next) {
      best = bound;
      taken = [
        ...chosen.map((choice, k) => ({ series: shared[k]!, choice })),
        ...rooms.flatMap((r) => r.taken),
        ...idle.map((s) => ({ series: s, choice: s.front[0]! })),
      ];
      return;
    }
    for (const choice of next.front)
      visit(
        i + 1,
        copper + choice.copper,
        leftV.map((v, d) => v - next.weightA[d]! * choice.ohm),
        [...chosen, choice],
      );
  };
  visit(0, 0, allowedV, []);
  if (visited > MOST_VISITED || !taken) return null;
  const sizes = open.map(() => 0);
  for (const { series, choice } of taken as { series: Series; choice: Choice }[])
    series.members.forEach((m, k) => {
      sizes[m] = choice.sizes[k]!;
    });
  return sizes;
}

/** What lies on one way only, chosen together: copper against volts of that one drop. */
interface Room {
  copper: number;
  volts: number;
  taken: readonly { series: Series; choice: Choice }[];
}

const joined = (front: readonly Room[], series: Series, drop: number): Room[] =>
  lowest(
    front.flatMap((room) =>
      series.front.map((choice) => ({
        copper: room.copper + choice.copper,
        volts: room.volts + series.weightA[drop]! * choice.ohm,
        taken: [...room.taken, { series, choice }],
      })),
    ),
    (r) => r.volts,
  );

/** Only what nothing else betters in both: rising copper, falling loss. */
function lowest<T extends { copper: number }>(all: readonly T[], loss: (t: T) => number): T[] {
  const kept: T[] = [];
  for (const t of all.toSorted((a, b) => a.copper - b.copper || loss(a) - loss(b)))
    if (kept.length === 0 || loss(t) < loss(kept[kept.length - 1]!) - 1e-15) kept.push(t);
  return kept;
}

/** Conductors that weigh alike on every drop as one; null where one has more choices than are walked through. */
function inSeries(open: readonly OpenSize[]): Series[] | null {
  const classes: Series[] = [];
  open.forEach(({ copper, ohm, weightA }, m) => {
    const alike = classes.find((s) => s.weightA.every((w, d) => Math.abs(w - weightA[d]!) <= SAME * (1 + w)));
    const own = copper.map((c, k): Choice => ({ copper: c, ohm: ohm[k]!, sizes: [k] }));
    if (!alike) classes.push({ members: [m], weightA, front: lowest(own, (c) => c.ohm) });
    else {
      alike.members.push(m);
      if (alike.front.length > MOST_CHOICES) return;
      alike.front = lowest(
        alike.front.flatMap((a) =>
          own.map((b) => ({ copper: a.copper + b.copper, ohm: a.ohm + b.ohm, sizes: [...a.sizes, ...b.sizes] })),
        ),
        (c) => c.ohm,
      );
    }
  });
  return classes.some((s) => s.front.length > MOST_CHOICES) ? null : classes;
}
