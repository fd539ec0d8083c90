import type { FindingKind, Limit, Severity, Subject } from './finding.ts';
import { SUBJECTS } from './finding.ts';
import { FINDINGS, type FindingId } from './registry.ts';

/** What a severity means; every kind of finding is held to it. */
export const SEVERITY_MEANING: Readonly<Record<Severity, string>> = {
  stop: 'somebody can be hurt, something is destroyed, or it cannot be built so',
  warn: 'it will disappoint, or is bad practice',
  note: 'to know',
};

/** A kind of finding in words, as plain data. */
export interface FindingEntry {
  id: FindingId;
  subject: Subject;
  station: FindingKind['station'];
  severity: FindingKind['severity'];
  protects: string;
  source: string;
  limits: readonly (Limit & { name: string })[];
}

/**
 * The entry of every kind of finding, by subject.
 * @example
 * findingEntries().length > 100; // true
 */
export const findingEntries = (): FindingEntry[] =>
  SUBJECTS.flatMap((subject) =>
    FINDINGS.filter((f) => f.subject === subject).map(({ id, station, severity, protects, source, limits }) => ({
      id,
      subject,
      station,
      severity,
      protects,
      source,
      limits: Object.entries(limits).map(([name, limit]) => ({ name, ...limit })),
    })),
  );

/** A limit in words: its value, or who sets it. */
export const limitText = (limit: Limit): string =>
  'value' in limit
    ? `${limit.what}: ${limit.value}${limit.unit ? ` ${limit.unit}` : ''}`
    : `${limit.what}${limit.unit ? `, ${limit.unit}` : ''}: set by the ${limit.setBy}`;

const severityText = ({ severity }: FindingEntry): string =>
  Object.entries(severity)
    .map(([s, clause]) => `${s} (${clause})`)
    .join(' or ');

/**
 * Every kind of finding with its limits and sources, as Markdown.
 * @example
 * findingsBook().startsWith('# '); // true
 */
export function findingsBook(): string {
  const entries = findingEntries();
  const lines = [
    '# Findings',
    '',
    `Every judgement the program makes, ${entries.length} kinds, printed by \`npx ombrik findings\`. A severity means:`,
    '',
    ...(Object.keys(SEVERITY_MEANING) as Severity[]).map((s) => `- **${s}**: ${SEVERITY_MEANING[s]}`),
  ];
  for (const subject of SUBJECTS) {
    lines.push('', `## ${subject[0]!.toUpperCase()}${subject.slice(1)}`);
    for (const e of entries.filter((x) => x.subject === subject)) {
      lines.push('', `### ${e.id}`, '', `${severityText(e)}, on ${e.station}. Protects ${e.protects}.`, '');
      for (const l of e.limits) lines.push(`- ${limitText(l)} (${l.source})`);
      if (e.limits.length > 0) lines.push('');
      lines.push(`Source: ${e.source}`);
    }
  }
  return `${lines.join('\n')}\n`;
}
