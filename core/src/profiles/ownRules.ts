import type { Board } from '../document/board.ts';
import { PROFILE_IDS } from '../document/brief/brief.ts';
import { list, num, oneOfText, record, text } from '../document/schemaKit.ts';
import { OWN_VALUE_NAMES, type OwnRules, type OwnValue } from '../document/workshop/ownRules.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from './profile.ts';
import { profileById } from './profiles.ts';

/** Values of a profile a workshop may set for itself, and how each is read and put. */
export const OWN_VALUES = {
  criticalDropShare: {
    title: 'Drop, critical loads',
    unit: '%',
    scale: 100,
    min: 0.005,
    max: 0.2,
    read: (p: Profile) => p.drop.criticalShare,
    put: (p: Profile, v: number, from: string) => ({
      ...p,
      drop: { ...p.drop, criticalShare: v, source: `${from}; ${p.drop.source}` },
    }),
  },
  otherDropShare: {
    title: 'Drop, other loads',
    unit: '%',
    scale: 100,
    min: 0.005,
    max: 0.2,
    read: (p: Profile) => p.drop.otherShare,
    put: (p: Profile, v: number, from: string) => ({
      ...p,
      drop: { ...p.drop, otherShare: v, source: `${from}; ${p.drop.source}` },
    }),
  },
  fuseFactor: {
    title: 'Fuse at least, times the current',
    unit: '×',
    scale: 1,
    min: 1,
    max: 2,
    read: (p: Profile) => p.fuseFactor.value,
    put: (p: Profile, v: number, from: string) => ({ ...p, fuseFactor: { value: v, source: from } }),
  },
  minAreaMm2: {
    title: 'Thinnest conductor',
    unit: 'mm²',
    scale: 1,
    min: 0.5,
    max: 16,
    read: (p: Profile) => p.minAreaMm2.value,
    put: (p: Profile, v: number, from: string) => ({ ...p, minAreaMm2: { value: v, source: from } }),
  },
  unfusedPlainMm: {
    title: 'Unfused lead, plain',
    unit: 'mm',
    scale: 1,
    min: 0,
    max: 3000,
    read: (p: Profile) => p.unfused.plainMm,
    put: (p: Profile, v: number, from: string) => ({
      ...p,
      unfused: { ...p.unfused, plainMm: v, source: `${from}; ${p.unfused.source}` },
    }),
  },
  unfusedSheathedMm: {
    title: 'Unfused lead, sheathed',
    unit: 'mm',
    scale: 1,
    min: 0,
    max: 5000,
    read: (p: Profile) => p.unfused.sheathedMm,
    put: (p: Profile, v: number, from: string) => ({
      ...p,
      unfused: { ...p.unfused, sheathedMm: v, source: `${from}; ${p.unfused.source}` },
    }),
  },
  bendDiameters: {
    title: 'Inner bend radius, flexible cable',
    unit: '× outer diameter',
    scale: 1,
    min: 2,
    max: 12,
    read: (p: Profile) => p.bend.flexible,
    put: (p: Profile, v: number, from: string) => ({ ...p, bend: { ...p.bend, flexible: v, source: from } }),
  },
  lugsPerStudMax: {
    title: 'Lugs on a stud, at most',
    unit: '',
    scale: 1,
    min: 1,
    max: 6,
    read: (p: Profile) => p.lugsPerStudMax.value,
    put: (p: Profile, v: number, from: string) => ({ ...p, lugsPerStudMax: { value: v, source: from } }),
  },
} as const satisfies Record<OwnValue, unknown>;
/** The shape a workshop's own rules must have, with the range of each value checked by `ownRulesProblems`. */
export const ownRulesSchema = record({
  id: text(1, 40),
  baseId: oneOfText(PROFILE_IDS),
  name: text(1, 60),
  changes: list(
    record({ field: oneOfText(OWN_VALUE_NAMES), value: num({ min: 0, max: 10000 }), reason: text(3, 160) }),
    { max: OWN_VALUE_NAMES.length },
  ),
});

/**
 * Values out of their range, names or ids used twice; empty when all is well.
 * @example
 * ownRulesProblems([]); // []
 */
export function ownRulesProblems(all: readonly OwnRules[]): string[] {
  const problems: string[] = [];
  all.forEach((own, i) => {
    if (all.findIndex((o) => o.id === own.id) !== i)
      problems.push(`ownRules[${i}].id is ${own.id}; accepted: used once`);
    own.changes.forEach((c, k) => {
      const { min, max, unit } = OWN_VALUES[c.field];
      if (!(c.value >= min && c.value <= max))
        problems.push(
          `ownRules[${i}].changes[${k}].value is ${c.value}; accepted: ${min} to ${max} ${unit === '%' ? 'as a share' : unit}`.trim(),
        );
      if (own.changes.findIndex((o) => o.field === c.field) !== k)
        problems.push(`ownRules[${i}].changes[${k}].field is ${c.field}; accepted: each value once`);
    });
  });
  return problems;
}

/** A base profile with a workshop's own values in place. */
export const withOwnRules = (base: Profile, own: OwnRules, workshop: Pick<Workshop, 'name' | 'version'>): Profile =>
  own.changes.reduce<Profile>(
    (p, c) => OWN_VALUES[c.field].put(p, c.value, `${workshop.name}, own value: ${c.reason}`),
    {
      ...base,
      ownId: own.id,
      name: `${own.name} (from ${base.name})`,
      version: `${base.version}, own values ${workshop.version}`,
    },
  );

/**
 * The rules a board is judged by: its profile, or the workshop's own copy of it where the board names one. A copy this
 * workshop does not have leaves the plain profile, and a finding says so.
 * @example
 * profileOf(board, workshop).id; // 'craft-iso'
 */
export function profileOf(board: Pick<Board, 'brief' | 'settings'>, workshop: Workshop): Profile {
  const base = profileById(board.brief.profileId);
  const own = workshop.ownRules.find((o) => o.id === board.settings.ownRulesId && o.baseId === base.id);
  return own ? withOwnRules(base, own, workshop) : base;
}
