import type { Schema } from 'yup';
import type { NumberFields } from '../fields.ts';
import { id, num, oneOfText, record, text } from '../schemaKit.ts';
import type { QuoteExtra } from './quoteExtra.ts';

export const QUOTE_EXTRA_FIELDS = {
  quantity: { label: 'Quantity', min: 0, max: 10000, unit: '' },
  priceEach: { label: 'Price each', min: 0, max: 1e6, unit: '' },
  hours: { label: 'Hours', min: 0, max: 1000, unit: 'h' },
} as const satisfies NumberFields;

export const quoteExtraSchema: Schema<QuoteExtra> = record({
  id: id(),
  kind: oneOfText(['tool', 'work', 'charge']),
  text: text(1, 200),
  quantity: num(QUOTE_EXTRA_FIELDS.quantity),
  priceEach: num(QUOTE_EXTRA_FIELDS.priceEach),
  hours: num(QUOTE_EXTRA_FIELDS.hours),
});
