import type { Id, RotationDeg } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import type { Brief } from '@ombrik/core/document/brief/brief';
import { defaultSegments } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { blankItem } from '@ombrik/core/document/item/blankItem';
import type { FeedSource, Item, LoadDemand } from '@ombrik/core/document/item/item';
import { newLoad } from '@ombrik/core/document/item/newLoad';
import { newBoard } from '@ombrik/core/document/newBoard';
import type { Panel } from '@ombrik/core/document/panel/panel';
import { rectanglePanel } from '@ombrik/core/document/panel/rectanglePanel';
import { newPowerPlan } from '@ombrik/core/document/power/newPowerPlan';
import type { PowerPlan } from '@ombrik/core/document/power/power';

export type Spot = { at: [xMm: number, yMm: number]; turn?: RotationDeg; on?: Id } | { location: string };
/** Hours painted on the day's strip: `during([6, 9], [17, 22])`. */
export const during = (...runs: [from: number, to: number][]): LoadDemand['usage'] => ({
  kind: 'painted',
  hours: runs.flatMap(([from, to]) => Array.from({ length: to - from }, (_, i) => from + i)),
});
export const aDay = (hoursPerDay: number): LoadDemand['usage'] => ({ kind: 'perDay', hoursPerDay });

export interface WireOptions {
  /** Measured run off the panel, mm. */
  runMm?: number;
  sheathed?: boolean;
  /** Held at this size; worked out where nothing is said. */
  mm2?: number;
}

/** Builds a board with readable, repeatable ids: for the demo and for tests, never for people's own boards. */
export class BoardBuilder {
  readonly board: Board;

  constructor(brief: Partial<Brief>, panel: [widthMm: number, heightMm: number]) {
    this.board = newBoard(brief);
    const main: Panel = rectanglePanel('Main board', panel[0], panel[1]);
    this.board.panels = [
      { ...main, id: 'pn_main', fixings: main.fixings.map((f, i) => ({ ...f, id: `fx_${i + 1}` })) },
    ];
  }

  /** A further panel, under a lid of so much room. */
  panel(id: Id, name: string, [widthMm, heightMm]: [number, number], lidMm: number): this {
    const more: Panel = rectanglePanel(name, widthMm, heightMm);
    const fixings = more.fixings.map((f, i) => ({ ...f, id: `fx_${id}_${i + 1}` }));
    this.board.panels = [...this.board.panels, { ...more, id, fixings, frontClearanceMm: lidMm }];
    return this;
  }

  power(plan: Partial<PowerPlan>): this {
    this.board.power = newPowerPlan(plan);
    return this;
  }

  item(
    designation: string,
    partId: Id,
    spot: Spot,
    more: { name?: string; load?: Partial<LoadDemand>; feed?: FeedSource; links?: Record<string, Id> } = {},
  ): this {
    const item = blankItem({
      id: `it_${designation}`,
      designation: `-${designation}`,
      name: more.name ?? '',
      partId,
      place:
        'at' in spot
          ? {
              kind: 'panel',
              panelId: spot.on ?? 'pn_main',
              face: 'front',
              xMm: spot.at[0],
              yMm: spot.at[1],
              rotationDeg: spot.turn ?? 0,
            }
          : { kind: 'location', location: spot.location },
      load: more.load ? newLoad(more.load) : null,
      feed: more.feed ?? null,
      inserts: Object.entries(more.links ?? {}).map(([seatId, value]) => ({
        seatId,
        link: { mode: 'locked', value, reason: 'as the shop builds it', who: 'Mira Holt' },
      })),
      ownership: more.load || more.feed ? 'customer' : 'workshop',
    });
    this.board.items = [...this.board.items, item];
    return this;
  }

  /** Joins `F1:load` to `X1:s1` with the next wire name. */
  wire(from: string, to: string, options: WireOptions = {}): this {
    const n = this.board.cables.length + 1;
    const ref = (text: string): TerminalRef => {
      const [designation, terminalId] = text.split(':');
      return { itemId: `it_${designation}`, terminalId: terminalId! };
    };
    const [a, b] = [ref(from), ref(to)];
    const item = (r: TerminalRef): Item => {
      const found = this.board.items.find((i) => i.id === r.itemId);
      if (!found) throw new RangeError(`wire ${from} to ${to}: no item ${r.itemId}`);
      return found;
    };
    const segments = defaultSegments(item(a), item(b), (s) => `sg_${n}_${s}`).map((s) => ({
      ...s,
      ...(s.kind === 'measuredRun' && options.runMm ? { lengthMm: options.runMm, measured: true } : {}),
      environment: { ...s.environment, sheathed: options.sheathed ?? false },
    }));
    this.board.connections = [...this.board.connections, { id: `cn_${n}`, from: a, to: b }];
    this.board.cables = [
      ...this.board.cables,
      {
        id: `cb_${n}`,
        designation: `W${n}`,
        cores: [
          {
            id: `co_${n}`,
            connectionId: `cn_${n}`,
            colour: { mode: 'auto' },
            fromLug: { mode: 'auto' },
            toLug: { mode: 'auto' },
            remark: null,
          },
        ],
        segments,
        conductorMm2: options.mm2
          ? { mode: 'locked', value: options.mm2, reason: 'as the shop builds it', who: 'Mira Holt' }
          : { mode: 'auto' },
        material: 'copper',
      },
    ];
    return this;
  }
}
