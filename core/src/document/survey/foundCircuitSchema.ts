import type { Schema } from 'yup';
import type { NumberFields } from '../fields.ts';
import { id, list, num, oneOfText, orNull, record, text } from '../schemaKit.ts';
import type { FoundCircuit } from './foundCircuit.ts';

export const FOUND_CIRCUIT_FIELDS = {
  conductorMm2: { label: 'Conductor', min: 0.1, max: 240, unit: 'mm²' },
  fuseA: { label: 'Fuse', min: 0.1, max: 2000, unit: 'A' },
} as const satisfies NumberFields;

export const foundCircuitSchema: Schema<FoundCircuit> = record({
  id: id(),
  name: text(1, 80),
  conductorMm2: orNull(num(FOUND_CIRCUIT_FIELDS.conductorMm2)),
  fuseA: orNull(num(FOUND_CIRCUIT_FIELDS.fuseA)),
  fate: oneOfText(['stays', 'goes', 'open']),
  notes: text(0, 1000),
  photos: list(id(), { max: 20 }),
});
