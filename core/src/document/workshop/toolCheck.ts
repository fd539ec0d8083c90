import { addDays, format, parseISO } from 'date-fns';

/** When a tool was last checked or calibrated, and how often it has to be; null for one nobody checks. */
export interface ToolCheck {
  checkedOn: string | null;
  everyDays: number | null;
}

/** A tool of the shop that says a value: what it read can be trusted only while its check holds. */
export interface BenchTool extends ToolCheck {
  id: string;
  name: string;
  kind: 'torqueWrench' | 'springScale' | 'meter' | 'other';
  /** Of a spring scale: to where it reads, its finest step, and the arm it is pulled at. */
  maxKg: number | null;
  stepKg: number | null;
  armMm: number | null;
}

export const TOOL_KIND_WORDS: Readonly<Record<BenchTool['kind'], string>> = {
  torqueWrench: 'torque wrench',
  springScale: 'spring scale and arm',
  meter: 'meter',
  other: 'other',
};

/**
 * The day from which a tool may not be used until it is checked again; null where it needs no check.
 * @example
 * dueOn({ checkedOn: '2026-01-10', everyDays: 365 }); // '2027-01-10'
 */
export function dueOn({ checkedOn, everyDays }: ToolCheck): string | null {
  if (everyDays === null) return null;
  // Never checked, though it has to be: due since ever.
  return checkedOn === null ? '' : format(addDays(parseISO(checkedOn), everyDays), 'yyyy-MM-dd');
}

/**
 * Why a tool may not be used today; null where it may.
 * @example
 * overdue({ name: 'Wrench 1', checkedOn: '2025-01-10', everyDays: 365 }, '2026-01-09'); // null
 */
export function overdue(tool: ToolCheck & { name: string }, today: string): string | null {
  const due = dueOn(tool);
  if (due === null || today < due) return null;
  return due === '' ? `${tool.name} has never been checked` : `${tool.name} is due for its check since ${due}`;
}
