import type { Board } from '@ombrik/core/document/board';
import type { WorkKind } from '@ombrik/core/power/quote/quote';
import { marketCartBoard } from './marketCart.ts';
import { mountainHutBoard } from './mountainHut.ts';
import { pressShedBoard } from './pressShed.ts';
import { repeaterShelterBoard } from './repeaterShelter.ts';

/** An invented workshop; nobody and nothing here exists. */
export const demoWorkshopName = 'Teasel Lane Boards';
export const DEMO_PASSWORD = 'bench-demo';

export const demoPeople = [
  {
    id: 'pe_designer',
    name: 'Mira Holt',
    email: 'mira@teasel.example',
    role: 'designer' as const,
    password: DEMO_PASSWORD,
  },
  {
    id: 'pe_assembler',
    name: 'Jonas Wick',
    email: 'jonas@teasel.example',
    role: 'assembler' as const,
    password: DEMO_PASSWORD,
  },
  { id: 'pe_tester', name: 'Ada Fenn', email: 'ada@teasel.example', role: 'tester' as const, password: DEMO_PASSWORD },
  {
    id: 'pe_electrician',
    name: 'Tomas Reed',
    email: 'tomas@teasel.example',
    role: 'electrician' as const,
    password: DEMO_PASSWORD,
  },
];

export interface DemoJob {
  board: Board;
  wantedOn: string;
  /** Share of the cables already made. */
  cablesMade: number;
  /** On the floor: its needs count in buying. */
  released: boolean;
  /** Hours already worked on it, as the people wrote them down. */
  hours: { personId: string; kind: WorkKind; hours: number; workedOn: string; note?: string }[];
}

const inDays = (from: Date, days: number) => new Date(from.getTime() + days * 864e5).toISOString().slice(0, 10);

/** Four jobs at different stages, wanted at dates counted from today. */
export const demoJobs = (today: Date): DemoJob[] => [
  {
    board: repeaterShelterBoard(),
    wantedOn: inDays(today, 6),
    cablesMade: 1,
    released: true,
    hours: [
      { personId: 'pe_designer', kind: 'design', hours: 5, workedOn: inDays(today, -16) },
      { personId: 'pe_assembler', kind: 'cables', hours: 3.5, workedOn: inDays(today, -4), note: 'series links twice' },
      { personId: 'pe_assembler', kind: 'build', hours: 6, workedOn: inDays(today, -2) },
    ],
  },
  { board: mountainHutBoard(), wantedOn: inDays(today, 24), cablesMade: 0.3, released: true, hours: [] },
  { board: marketCartBoard(), wantedOn: inDays(today, 38), cablesMade: 0, released: false, hours: [] },
  { board: pressShedBoard(), wantedOn: inDays(today, 52), cablesMade: 0, released: false, hours: [] },
];
