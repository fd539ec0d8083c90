import { PLACES, type Place, UNIT_WAYS, type UnitChoice } from '@ombrik/core/units/choice';
import { inPlace } from '@ombrik/core/units/figures';
import { inUnits } from '@ombrik/core/units/inUnits';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMe } from '../../app/useMe.ts';
import { dateWords } from '../../told/days.ts';
import { unitsNow } from '../../told/units.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Fields, Values } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';

const oneOf = (label: string, ways: readonly string[]) =>
  ({ kind: 'choice', label, open: true, options: ways.map((value) => ({ value, says: value })) }) as const;

const FIELDS = {
  area: oneOf('Sizes of conductors', UNIT_WAYS.area),
  length: oneOf('Lengths', UNIT_WAYS.length),
  torque: oneOf('Torques', UNIT_WAYS.torque),
  force: oneOf('Pulls', UNIT_WAYS.force),
  temperature: oneOf('Temperatures', UNIT_WAYS.temperature),
  place: {
    kind: 'choice',
    label: 'Numbers and days as in',
    options: (Object.keys(PLACES) as Place[]).map((value) => ({
      value,
      says: `${PLACES[value]}: ${inPlace(1234.5, 1, value)}`,
    })),
  },
  currency: { kind: 'text', label: 'Prices also in', max: 3, placeholder: 'none' },
  perOwn: {
    kind: 'number',
    label: 'which one of the workshop’s is',
    min: 0.0001,
    max: 10_000,
    when: (t) => (t.currency ?? '').trim() !== '',
  },
} satisfies Fields;

/** What the fields mean. */
const choiceOf = (v: Values<typeof FIELDS>): UnitChoice => ({
  area: v.area as UnitChoice['area'],
  length: v.length as UnitChoice['length'],
  torque: v.torque as UnitChoice['torque'],
  force: v.force as UnitChoice['force'],
  temperature: v.temperature as UnitChoice['temperature'],
  place: v.place as Place,
  currency: v.perOwn === null ? null : { code: v.currency.trim().toUpperCase(), perOwn: v.perOwn },
});

/** In what units this person reads and types; boards are kept as they are. */
export function OwnUnits() {
  const client = useQueryClient();
  const money = useMe().data?.workshop?.currency;
  const { currency, ...units } = unitsNow();
  const form = useFieldForm(FIELDS, {
    ...units,
    currency: currency?.code ?? '',
    perOwn: currency ? String(currency.perOwn) : '',
  });
  const keep = usePress({
    route: 'POST /api/own/units',
    send: (json: UnitChoice, key) => answer(api.own.units.$post({ json }, keyed(key))),
    onSuccess: () => client.invalidateQueries({ queryKey: ['me'] }),
  });
  const tried = { ...unitsNow(), ...Object.fromEntries(Object.keys(units).map((k) => [k, form.text(k as 'area')])) };
  return (
    <section className="mb-4 border border-base-300 bg-base-100 p-4" aria-label="Units">
      <h2 className="text-xl">Units</h2>
      <p className="dim mb-2 text-sm">
        What you read and type is told in these. Boards, stock and papers stay as they are, so you may change them at
        any time; a figure can always be typed with its unit behind it.
      </p>
      <FormBody
        of={form}
        columns="grid-cols-1 sm:grid-cols-3"
        take={(v) => keep.mutate(choiceOf(v))}
        press="Read so"
        sending={keep.isPending}
        refused={keep.error}
      >
        <p className="num mb-1 whitespace-normal border-base-300 border-l-4 bg-base-200 p-2" translate="no">
          {inUnits('W4: 35 mm², cut 1240 mm, 10.5 N·m, pull 850 N, 30 °C', tried as UnitChoice, money)} ·{' '}
          {dateWords(new Date())}
        </p>
      </FormBody>
    </section>
  );
}
