import type { NumberFields } from '../document/fields.ts';
import type { FuseLink, LinkCurve } from '../document/part/part.ts';

export const OWN_LINK_FIELDS = {
  ratingA: { label: 'Rating', min: 0.1, max: 2000, unit: 'A' },
  coldMilliohm: { label: 'Cold resistance', min: 0.001, max: 1000, unit: 'mΩ' },
  interruptA: { label: 'Can interrupt', min: 1, max: 200000, unit: 'A' },
  interruptV: { label: 'up to', min: 1, max: 1000, unit: 'V' },
  letThroughA2s: { label: 'Let-through, 0 for none given', min: 0, max: 1e9, unit: 'A²s' },
} as const satisfies NumberFields;

/** What somebody reads off a maker's sheet and types in. */
export interface OwnLinkEntry {
  name: string;
  style: FuseLink['style'];
  ratingA: number;
  interruptA: number;
  interruptV: number;
  /** Null where the sheet gives none: it is then reckoned from 70 mV at the rating. */
  coldMilliohm: number | null;
  /** Lines of `multiple of rating, shortest s, longest s`, as read off the curve. */
  rows: string;
  /** Energy let through when it limits, A²s; null where the sheet gives none. */
  letThroughA2s: number | null;
  source: string;
}

/**
 * Reads `2  0.5  5` lines into gates; numbers parted by spaces, commas, semicolons or tabs.
 * @example
 * readGates('2 0.5 5').gates; // [{ multiple: 2, minS: 0.5, maxS: 5 }]
 */
export function readGates(rows: string): { gates: LinkCurve['gates']; problems: string[] } {
  const problems: string[] = [];
  const gates: { multiple: number; minS: number; maxS: number }[] = [];
  rows.split(/\r?\n/).forEach((line, i) => {
    if (line.trim() === '') return;
    const numbers = line
      .trim()
      .split(/[\s;,]+/)
      .map(Number);
    const [multiple, minS, maxS] = numbers;
    const at = `line ${i + 1}, "${line.trim()}"`;
    if (numbers.length !== 3 || numbers.some((n) => !Number.isFinite(n)))
      problems.push(`${at}; accepted: three numbers, such as 2 0.5 5 (times the rating, shortest s, longest s)`);
    else if (!(multiple! > 0) || !(minS! > 0) || !(maxS! > 0)) problems.push(`${at}; accepted: numbers above 0`);
    else if (minS! > maxS!) problems.push(`${at}: shortest ${minS} s is over longest ${maxS} s`);
    else if (gates.length > 0 && multiple! <= gates.at(-1)!.multiple)
      problems.push(`${at}: ${multiple} times is not above the line before, ${gates.at(-1)!.multiple} times`);
    else if (gates.length > 0 && (minS! > gates.at(-1)!.minS || maxS! > gates.at(-1)!.maxS))
      problems.push(`${at}: a larger current cannot take longer to open`);
    else gates.push({ multiple: multiple!, minS: minS!, maxS: maxS! });
  });
  if (problems.length === 0 && gates.length < 2)
    problems.push('the curve has fewer than two lines; accepted: 2 or more');
  return { gates, problems };
}

/** Share of a link's rating it drops 70 mV at. Common practice, no source. */
const DROP_AT_RATING_V = 0.07;

/**
 * A fuse link with its maker's own curve; problems in words where the entry does not make one.
 * @example
 * makeOwnLink({ name: '', style: 'anl', ratingA: 80, interruptA: 2000, interruptV: 32, coldMilliohm: null, rows: '', letThroughA2s: null, source: '' }, 'lk_1').link; // null
 */
export function makeOwnLink(
  entry: OwnLinkEntry,
  id: string,
): { link: FuseLink; problems: [] } | { link: null; problems: string[] } {
  const { gates, problems } = readGates(entry.rows);
  const positive = (field: string, value: number) => {
    if (!(value > 0)) problems.push(`${field} is ${value}; accepted: above 0`);
  };
  if (entry.name.trim() === '') problems.push('name is empty; accepted: 1 to 80 characters');
  if (entry.source.trim() === '') problems.push('source is empty; accepted: which sheet the curve was read off');
  positive('rating', entry.ratingA);
  positive('can interrupt', entry.interruptA);
  positive('interrupts up to', entry.interruptV);
  if (entry.coldMilliohm !== null) positive('cold resistance', entry.coldMilliohm);
  if (entry.letThroughA2s !== null) positive('let-through', entry.letThroughA2s);
  if (problems.length > 0) return { link: null, problems };
  return {
    problems: [],
    link: {
      id,
      name: entry.name.trim(),
      style: entry.style,
      ratingA: entry.ratingA,
      interrupt: [{ upToV: entry.interruptV, currentA: entry.interruptA }],
      coldResistanceOhm: entry.coldMilliohm === null ? DROP_AT_RATING_V / entry.ratingA : entry.coldMilliohm / 1000,
      price: null,
      curve: {
        gates,
        letThroughPerA2: entry.letThroughA2s === null ? null : entry.letThroughA2s / entry.ratingA ** 2,
        source: entry.source.trim(),
      },
    },
  };
}
