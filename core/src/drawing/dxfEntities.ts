/** An entity of a DXF as far as an outline needs it; angles in radians, as a line runs. */
export interface DxfEntity {
  type: string;
  vertices: { x: number; y: number; bulge: number }[];
  closed: boolean;
  center: { x: number; y: number };
  radius: number;
  startAngle: number;
  endAngle: number;
}

/** What a DXF is refused for, with the line. */
export class DxfProblem extends Error {
  override name = 'DxfProblem';
}

interface Pair {
  code: number;
  value: string;
  line: number;
}

const CODE = /^\s*-?\d{1,4}\s*$/;
const NUMBER = /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d{1,3})?$/;

/** Pairs of lines, a group code and its value, up to `0 EOF`. @throws DxfProblem */
function pairsOf(text: string): Pair[] {
  const lines = text.split(/\r\n|\r|\n/);
  const pairs: Pair[] = [];
  for (let n = 0; n + 1 < lines.length; n += 2) {
    const code = lines[n]!;
    if (!CODE.test(code)) throw new DxfProblem(`line ${n + 1} is "${code.slice(0, 40)}"; accepted: a group code`);
    const pair = { code: Number(code), value: lines[n + 1]!.trim(), line: n + 2 };
    if (pair.code === 0 && pair.value === 'EOF') return pairs;
    pairs.push(pair);
  }
  throw new DxfProblem('it does not end in EOF; accepted: a whole ASCII DXF');
}

function figure({ value, line }: Pair): number {
  if (!NUMBER.test(value)) throw new DxfProblem(`line ${line} is "${value.slice(0, 40)}"; accepted: a number`);
  return Number(value);
}

const inRadians = (degrees: number): number => ((degrees % 360) * Math.PI) / 180;

function entityOf(type: string, pairs: readonly Pair[]): DxfEntity {
  const e: DxfEntity = {
    ...{ type, vertices: [], closed: false, center: { x: 0, y: 0 }, radius: 0, startAngle: 0, endAngle: 0 },
  };
  const isLine = type === 'LINE';
  const turns = type === 'ARC' || type === 'CIRCLE';
  for (const pair of pairs) {
    const { code } = pair;
    if (code === 10 && turns) e.center.x = figure(pair);
    else if (code === 20 && turns) e.center.y = figure(pair);
    else if (code === 40 && turns) e.radius = figure(pair);
    else if (code === 50 && turns) e.startAngle = inRadians(figure(pair));
    else if (code === 51 && turns) e.endAngle = inRadians(figure(pair));
    else if (code === 70 && !turns) e.closed = (figure(pair) & 1) === 1;
    else if (code === 10 || (code === 11 && isLine)) e.vertices.push({ x: figure(pair), y: 0, bulge: 0 });
    else if ((code === 20 || (code === 21 && isLine)) && e.vertices.length > 0) e.vertices.at(-1)!.y = figure(pair);
    else if (code === 42 && e.vertices.length > 0) e.vertices.at(-1)!.bulge = figure(pair);
  }
  return e;
}

/** Entities as they stand in their section; a polyline of the old kind takes the vertices that follow it. */
function entitiesOf(pairs: readonly Pair[]): DxfEntity[] {
  const entities: DxfEntity[] = [];
  let polyline: DxfEntity | null = null;
  for (let at = 0; at < pairs.length; ) {
    let end = at + 1;
    while (end < pairs.length && pairs[end]!.code !== 0) end++;
    const type = pairs[at]!.value;
    // Its own point is the height of all of them; its corners are vertices that follow.
    const own = type === 'POLYLINE' ? pairs.slice(at + 1, end).filter((p) => p.code === 70) : pairs.slice(at + 1, end);
    if (type === 'VERTEX' && polyline) polyline.vertices.push(...entityOf(type, own).vertices.slice(0, 1));
    else if (type === 'SEQEND') polyline = null;
    else {
      const entity = entityOf(type, own);
      entities.push(entity);
      polyline = type === 'POLYLINE' ? entity : null;
    }
    at = end;
  }
  return entities;
}

/**
 * Entities of an ASCII DXF and the unit its header names (group codes of the DXF reference, from memory). Read here and not
 * by a library: the one that was used goes on for ever at a group it does not know behind a corner.
 * @throws DxfProblem naming the line
 */
export function readDxfEntities(text: string): { insUnits: number | null; entities: DxfEntity[] } {
  const pairs = pairsOf(text);
  let [insUnits, entities]: [number | null, DxfEntity[]] = [null, []];
  for (let at = 0; at < pairs.length; ) {
    const isSection = pairs[at]!.code === 0 && pairs[at]!.value === 'SECTION';
    let end = at + 1;
    while (end < pairs.length && !(pairs[end]!.code === 0 && pairs[end]!.value === 'ENDSEC')) end++;
    const name = isSection && pairs[at + 1]?.code === 2 ? pairs[at + 1]!.value : '';
    if (name === 'ENTITIES') {
      const own = pairs.slice(at + 2, end);
      const first = own.findIndex((p) => p.code === 0);
      entities = [...entities, ...(first < 0 ? [] : entitiesOf(own.slice(first)))];
    } else if (name === 'HEADER') {
      const unit = pairs.slice(at, end).findIndex((p) => p.code === 9 && p.value === '$INSUNITS');
      if (unit >= 0 && at + unit + 1 < end) insUnits = Number(pairs[at + unit + 1]!.value);
    }
    at = end + 1;
  }
  return { insUnits, entities };
}
