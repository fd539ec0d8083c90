import type { Id } from '../basics.ts';

/** A line of the quote that no part stands for: an adapter, a program, hours of setting up. */
export interface QuoteExtra {
  id: Id;
  kind: 'tool' | 'work' | 'charge';
  text: string;
  quantity: number;
  priceEach: number;
  /** Hours for the whole line. */
  hours: number;
}
