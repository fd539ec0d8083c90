import { type Alongside, type Draft, readingStep } from '../../devices/benchStep.ts';
import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import type { Flow } from '../demand/demand.ts';
import { type BenchItem, LIVE } from './benchWords.ts';

/** What a display shows may lie so far off volts times amps: its shunt and its rounding. Common practice, no source. */
const DISPLAY_SHARE = 0.1;

/** A case that is looked at: a display, not a sensor or a hub. */
export const isDisplay = (part: Pick<Part, 'kind' | 'body'> | undefined): boolean =>
  part?.kind === 'monitor' && part.body.reach === 'see';

interface WattsInput {
  flows: readonly Pick<Flow, 'key' | 'itemId' | 'way' | 'designCurrentA'>[];
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
  seatsIn: readonly string[];
}

/**
 * What shows watts against volts times amps, read in the same moment: a shunt the wrong way round or of another ratio, a
 * charger that shows the other side of itself, a display that was never calibrated.
 */
export function wattsSteps({ flows, items, parts, seatsIn }: WattsInput): Draft[] {
  const of = (itemId: Id) => {
    const item = items.find((i) => i.id === itemId);
    return item && { name: item.designation, part: parts.get(item.partId) };
  };
  const step = (
    id: string,
    itemId: Id,
    flowKey: string,
    words: Pick<Draft, 'title' | 'how'>,
    at: readonly Alongside[],
  ) =>
    readingStep({
      id,
      stage: 'function',
      entityId: itemId,
      ...words,
      caution: LIVE,
      measures: 'power',
      basis: { kind: 'product', share: DISPLAY_SHARE },
      alongside: at,
      probes: [],
      state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [flowKey] },
    });
  const chargers = flows.flatMap((flow) => {
    const known = of(flow.itemId);
    if (flow.way !== 'charge' || flow.key.endsWith('/input') || !known?.part) return [];
    if (!deviceOf(known.part.kind).hasSettings) return [];
    return [
      step(
        `function/watts/${flow.key}`,
        flow.itemId,
        flow.key,
        {
          title: `${known.name} shows the watts it gives`,
          how: `While ${known.name} charges with as much as it will: volts across its output, amps by the clamp round its output lead, and the watts on its display or in its settings, all in the same moment. Where it shows volts and amps only, their product.`,
        },
        [
          { quantity: 'voltage', where: 'across its output' },
          { quantity: 'current', where: 'clamp, output lead' },
        ],
      ),
    ];
  });
  const drawing: readonly (string | undefined)[] = ['load', 'inverter'];
  const loads = flows.filter(
    (f) => f.way === 'discharge' && !f.key.endsWith('/input') && drawing.includes(of(f.itemId)?.part?.kind),
  );
  const heaviest = loads.reduce<(typeof loads)[number] | null>(
    (most, f) => (most === null || f.designCurrentA > most.designCurrentA ? f : most),
    null,
  );
  const displays = heaviest ? items.filter((i) => isDisplay(parts.get(i.partId))) : [];
  return [
    ...chargers,
    ...displays.map((item) =>
      step(
        `function/watts/${item.id}`,
        item.id,
        heaviest!.key,
        {
          title: `${item.designation} shows the watts that are drawn`,
          how: `With ${of(heaviest!.itemId)?.name ?? 'the heaviest load'} on and every charger off: volts across the bank, amps by the clamp round its main lead, and the watts on ${item.designation}, all in the same moment. Where it shows volts and amps only, their product.`,
        },
        [
          { quantity: 'voltage', where: 'across the bank' },
          { quantity: 'current', where: 'clamp, main lead' },
        ],
      ),
    ),
  ];
}
