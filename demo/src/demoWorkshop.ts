import type { Brief } from '@ombrik/core/document/brief/brief';
import { type Instrument, usualAccuracy } from '@ombrik/core/document/workshop/instrument';
import type { WorkKind } from '@ombrik/core/power/quote/quote';
import { defaultCalendar, type ShopCalendar, withEverybody } from '@ombrik/core/shop/shopCalendar';
import type { DemoName } from './demoBoards.ts';

const inDays = (from: Date, days: number) => new Date(from.getTime() + days * 864e5).toISOString().slice(0, 10);

/** An invented workshop; nobody and nothing here exists. */
export const demoWorkshopName = 'Teasel Lane Boards';
export const DEMO_PASSWORD = 'bench-demo';

/** Read by eye and typed: none has an address, and nothing here is simulated. */
export const demoInstruments: Instrument[] = [
  {
    id: 'in_meter',
    name: 'Bench meter',
    kind: 'multimeter',
    serial: '0417',
    host: '',
    port: null,
    accuracy: usualAccuracy('multimeter', 0.02),
    registers: [],
    checkedOn: inDays(new Date(), -120),
    everyDays: 365,
  },
];

export const demoPeople = [
  {
    id: 'pe_designer',
    name: 'Mira Holt',
    email: 'mira@teasel.example',
    // A shop of her own: she does whatever is to be done.
    roles: ['owner', 'designer', 'buyer', 'assembler', 'tester', 'trainer'] as const,
    password: DEMO_PASSWORD,
  },
  {
    id: 'pe_assembler',
    name: 'Jonas Wick',
    email: 'jonas@teasel.example',
    roles: ['assembler'] as const,
    password: DEMO_PASSWORD,
    pin: '4071',
  },
  {
    id: 'pe_tester',
    name: 'Ada Fenn',
    email: 'ada@teasel.example',
    roles: ['tester'] as const,
    password: DEMO_PASSWORD,
    pin: '8120',
  },
  {
    id: 'pe_electrician',
    name: 'Tomas Reed',
    email: 'tomas@teasel.example',
    roles: ['electrician'] as const,
    password: DEMO_PASSWORD,
  },
  {
    id: 'pe_second',
    name: 'Edda Lorne',
    email: 'edda@teasel.example',
    // Comes in when there is much to do; the plan does not count on her.
    roles: ['designer', 'assembler'] as const,
    password: DEMO_PASSWORD,
  },
  {
    id: 'pe_viewer',
    name: 'Piet Amsel',
    email: 'piet@teasel.example',
    roles: ['viewer'] as const,
    password: DEMO_PASSWORD,
  },
];

export interface DemoJob {
  name: DemoName;
  wantedOn: string;
  /** On the floor: its needs count in buying. */
  released: boolean;
  /** What leaves the shop, where it is not one finished board. */
  sold?: Partial<Pick<Brief, 'delivered' | 'quantity'>>;
  /** Share of the cables already made, and of those after them the share that is only cut. */
  cables: { made: number; cut: number };
  /** Share of the steps of the build that are done, and what is the matter with the next one. */
  built: number;
  trouble?: string;
  /** A cable on the board is a copper link instead, and the designer has not answered yet. */
  linked?: boolean;
  /** How far the bench is: not begun, stopped at a reading that failed, or passed. */
  bench: 'open' | 'failed' | 'passed';
  /** Warnings the shop has looked at and lets stand, by kind, and why. */
  letStand: Readonly<Record<string, string>>;
  /** Hours already worked on it, as the people wrote them down. */
  hours: readonly { personId: string; kind: WorkKind; hours: number; workedOn: string; note?: string }[];
}

const open = {
  released: false,
  cables: { made: 0, cut: 0 },
  built: 0,
  bench: 'open',
  letStand: {},
  hours: [],
} as const;

const PLANNED_AS: Readonly<Record<string, readonly string[]>> = { pe_designer: ['designer'], pe_second: [] };

/** Everybody comes as usual; the licensed person on Wednesdays, and the shop is closed for some days in two weeks. */
export function demoCalendar(today: Date): ShopCalendar {
  const toWednesday = (3 - today.getUTCDay() + 7) % 7;
  const visits = Array.from({ length: 12 }, (_, week) => inDays(today, toWednesday + 7 * week));
  const everybody = withEverybody(
    { ...defaultCalendar, closed: [{ from: inDays(today, 17), to: inDays(today, 18), why: 'winter fair' }] },
    // The owner’s hours go into orders and drawings; what else she does she does beside them.
    demoPeople.map((p) => ({ ...p, roles: PLANNED_AS[p.id] ?? p.roles })),
  );
  return {
    ...everybody,
    hands: everybody.hands.map((h) => (h.personId === 'pe_electrician' ? { ...h, visits } : h)),
  };
}

/** Six jobs, each at another point, wanted at dates counted from today. */
export const demoJobs = (today: Date): DemoJob[] => [
  {
    ...open,
    name: 'repeater',
    wantedOn: inDays(today, 6),
    released: true,
    cables: { made: 1, cut: 0 },
    built: 1,
    bench: 'failed',
    hours: [
      { personId: 'pe_designer', kind: 'design', hours: 5, workedOn: inDays(today, -16) },
      { personId: 'pe_assembler', kind: 'cables', hours: 3.5, workedOn: inDays(today, -4), note: 'series links twice' },
      { personId: 'pe_assembler', kind: 'build', hours: 6, workedOn: inDays(today, -2) },
    ],
  },
  {
    ...open,
    name: 'hut',
    wantedOn: inDays(today, 24),
    released: true,
    cables: { made: 0.3, cut: 0.25 },
    hours: [{ personId: 'pe_designer', kind: 'design', hours: 9, workedOn: inDays(today, -9) }],
  },
  { ...open, name: 'marketCart', wantedOn: inDays(today, 38) },
  {
    ...open,
    name: 'pressShed',
    wantedOn: inDays(today, 13),
    released: true,
    cables: { made: 1, cut: 0 },
    built: 0.45,
    trouble: 'clips of this size have run out',
    linked: true,
    letStand: {
      'charge-over-limit':
        'Engine and mains never charge at once: the shed has no mains while the tractor stands in it',
    },
    hours: [
      { personId: 'pe_designer', kind: 'design', hours: 7, workedOn: inDays(today, -20) },
      { personId: 'pe_assembler', kind: 'cables', hours: 6, workedOn: inDays(today, -3) },
    ],
  },
  { ...open, name: 'weatherMast', wantedOn: inDays(today, 60), sold: { delivered: 'kit', quantity: 3 } },
  {
    ...open,
    name: 'flowerCart',
    wantedOn: inDays(today, -30),
    released: true,
    cables: { made: 1, cut: 0 },
    built: 1,
    bench: 'passed',
    hours: [
      { personId: 'pe_designer', kind: 'design', hours: 3, workedOn: inDays(today, -52) },
      { personId: 'pe_assembler', kind: 'cables', hours: 4, workedOn: inDays(today, -40) },
      { personId: 'pe_assembler', kind: 'build', hours: 5, workedOn: inDays(today, -38) },
      { personId: 'pe_tester', kind: 'test', hours: 1.5, workedOn: inDays(today, -36) },
    ],
  },
];
