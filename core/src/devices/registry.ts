import type { Schema } from 'yup';
import type { NumberField } from '../document/fields.ts';
import type { Element, ElementRoles, ElementTypes, PartKind } from '../document/part/part.ts';
import { taggedUnion } from '../document/schemaKit.ts';
import { battery } from './battery/device.ts';
import { busBar } from './busBar/device.ts';
import { button } from './button/device.ts';
import { connector } from './connector/device.ts';
import { dataLead } from './dataLead/device.ts';
import { dcdcCharger } from './dcdcCharger/device.ts';
import { deadEnd } from './deadEnd/device.ts';
import type { Device } from './device.ts';
import type { Charging, ElementIn, ElementKind } from './elementKind.ts';
import { feed } from './feed/device.ts';
import { frame } from './frame/device.ts';
import { fuseBlock } from './fuseBlock/device.ts';
import { fuseHolder } from './fuseHolder/device.ts';
import { inverter } from './inverter/device.ts';
import { isolator } from './isolator/device.ts';
import { load } from './load/device.ts';
import { mainsBreaker } from './mainsBreaker/device.ts';
import { mainsCharger } from './mainsCharger/device.ts';
import { mainsInlet } from './mainsInlet/device.ts';
import { mainsPanel } from './mainsPanel/device.ts';
import { mainsSocket } from './mainsSocket/device.ts';
import { monitor } from './monitor/device.ts';
import { relay } from './relay/device.ts';
import { shunt } from './shunt/device.ts';
import { solarController } from './solarController/device.ts';
import { solarModule } from './solarModule/device.ts';
import { transferRelay } from './transferRelay/device.ts';
import { windController } from './windController/device.ts';

/** Every kind of device. This is the only list of them: whatever differs from kind to kind is asked of the device. */
export const DEVICES: readonly Device[] = [
  battery,
  feed,
  solarModule,
  dcdcCharger,
  solarController,
  inverter,
  mainsInlet,
  mainsPanel,
  mainsBreaker,
  mainsSocket,
  transferRelay,
  mainsCharger,
  windController,
  isolator,
  fuseHolder,
  shunt,
  busBar,
  fuseBlock,
  relay,
  button,
  frame,
  connector,
  monitor,
  dataLead,
  deadEnd,
  load,
];

const BY_KIND = new Map(DEVICES.map((d) => [d.kind, d]));
/**
 * @throws when no device of this kind is in the registry
 * @example
 * deviceOf('fuseHolder').letter; // 'F'
 */
export function deviceOf(kind: PartKind): Device {
  const found = BY_KIND.get(kind);
  if (!found) throw new Error(`part kind is ${kind}; accepted: ${[...BY_KIND.keys()].join(', ')}`);
  return found;
}
export const PART_KINDS: readonly PartKind[] = DEVICES.map((d) => d.kind);

const ELEMENTS: ReadonlyMap<string, ElementKind> = new Map(DEVICES.flatMap((d) => d.elements).map((e) => [e.kind, e]));
/**
 * What is said of an element's kind.
 * @example
 * elementKindOf({ kind: 'bar' }).role; // 'bar'
 */
export const elementKindOf = <K extends keyof ElementTypes>(element: { kind: K }): ElementKind<K> =>
  ELEMENTS.get(element.kind) as unknown as ElementKind<K>;
/**
 * A number of an element's sheet as an input shows it: name and unit, and the range its schema holds it to; null for
 * what people do not fill in.
 * @example
 * sheetField({ kind: 'bar' }, 'ratingA'); // { label: 'Rated current', unit: 'A', min: 0.001, max: 20000 }
 */
export function sheetField(element: Pick<Element, 'kind'>, field: string): NumberField | null {
  const kind = elementKindOf(element);
  const said = kind.sheet[field];
  if (!said) return null;
  const { fields } = kind.schema.describe() as unknown as { fields: Record<string, { tests: SchemaTest[] }> };
  const limit = (name: 'min' | 'max') => fields[field]!.tests.find((t) => t.name === name)!.params![name]!;
  return { label: said[0], unit: said[1], min: limit('min'), max: limit('max') };
}
interface SchemaTest {
  name?: string;
  params?: Record<string, number>;
}

/** What is said of a kind in a document of which nothing is known yet; undefined for what is no kind. */
export const elementKindNamed = (kind: unknown): ElementKind | undefined =>
  typeof kind === 'string' ? ELEMENTS.get(kind) : undefined;

export const elementSchema: Schema<Element> = taggedUnion(
  'kind',
  Object.fromEntries([...ELEMENTS].map(([kind, e]) => [kind, e.schema as Schema<unknown>])),
);

/** Whether the netlist takes an element in this role. */
export const isIn = <R extends ElementRoles[keyof ElementRoles]>(element: Element, role: R): element is ElementIn<R> =>
  elementKindOf(element).role === role;

/** What is said of one that charges the bank by itself. */
export const chargingOf = (element: ElementIn<'charging'>): Charging<ElementIn<'charging'>> =>
  elementKindOf(element).charging as unknown as Charging<ElementIn<'charging'>>;
