import type { Id } from '../../document/basics.ts';

/** Watts, amps and degrees of the power sheet are told whole. */
export const whole = (x: number): string => String(Math.round(x));

type Named = { readonly id: Id; readonly designation: string };
export const listed = (items: readonly Named[]): string => items.map((i) => i.designation).join(', ');

/** What a finding of the power sheet is about, and where: its items, or the load list. */
export const about = (items: readonly Named[]) => ({
  entity: items.map((i) => i.id).join('/') || 'board',
  where: { label: listed(items) || 'load list', itemIds: items.map((i) => i.id) },
});
