/** A number of the document as people meet it: what it is called, and from where to where it may go. */
export interface NumberField {
  label: string;
  min: number;
  max: number;
  unit: string;
  integer?: boolean;
}
export type NumberFields = Readonly<Record<string, NumberField>>;

/**
 * A share told in percent.
 * @example
 * inPercent({ label: 'Duty', min: 0, max: 1, unit: '' }); // { label: 'Duty', min: 0, max: 100, unit: '%' }
 */
export const inPercent = ({ label, min, max }: NumberField): NumberField => ({
  label,
  min: Math.round(min * 1e6) / 1e4,
  max: Math.round(max * 1e6) / 1e4,
  unit: '%',
});
