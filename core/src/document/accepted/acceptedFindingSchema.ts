import type { Schema } from 'yup';
import { id, record, text } from '../schemaKit.ts';
import type { AcceptedFinding } from './acceptedFinding.ts';

export const acceptedFindingSchema: Schema<AcceptedFinding> = record({
  id: id(),
  findingId: text(1, 300),
  says: text(1, 600),
  who: text(1, 120),
  reason: text(1, 300),
  on: text(10, 10),
});
