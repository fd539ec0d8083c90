import type { Board } from '@ombrik/core/document/board';
import type { Brief } from '@ombrik/core/document/brief/brief';
import type { LoadDemand } from '@ombrik/core/document/item/item';
import { BoardBuilder, type Spot, type WireOptions } from '@ombrik/demo/boardBuilder';

/** A lamp, pump or fridge of a board: what it takes, and how far away it stands. */
export interface Fitting {
  watts: number;
  runMm: number;
  more?: Partial<LoadDemand>;
}

export interface House {
  brief: Partial<Brief> & Pick<Brief, 'systemVoltageV' | 'profileId'>;
  battery: string;
  count?: number;
  /** Batteries on one another instead of side by side. */
  series?: boolean;
  /** A fuse at the post of each battery, and then no common one. */
  ownFuses?: boolean;
  bars?: '6x8' | '6x10' | '6x6' | '4x8';
  shunt?: 'shunt-100' | 'shunt-300' | 'shunt-500' | null;
  isolator?: 'isolator-100' | 'isolator-300' | null;
  mainHolder?: string;
}

const OFF: Spot = { location: 'on the bench' };

/** For judging only: boards of the shapes that shops build, every run measured, nothing placed. */
export class Shape {
  readonly builder: BoardBuilder;
  #stud = new Map<string, number>();
  #count = new Map<string, number>();

  constructor({ brief, ...house }: House) {
    this.builder = new BoardBuilder({ chemistry: 'lifepo4', ...brief }, [900, 600]);
    this.#bank(house);
  }

  get board(): Board {
    return this.builder.board;
  }

  item(name: string, part: string, more: Parameters<BoardBuilder['item']>[3] = {}): this {
    this.builder.item(name, part, OFF, more);
    return this;
  }

  wire(from: string, to: string, runMm: number, more: WireOptions = {}): this {
    this.builder.wire(from, to, { runMm, ...more });
    return this;
  }

  /** The next free stud of a bar. */
  stud(bar: string): string {
    const n = (this.#stud.get(bar) ?? 0) + 1;
    this.#stud.set(bar, n);
    return `${bar}:s${n}`;
  }

  next(letter: string, from = 1): string {
    const key = `${letter}${from}`;
    const n = (this.#count.get(key) ?? from - 1) + 1;
    this.#count.set(key, n);
    return `${letter}${n}`;
  }

  #bank({
    battery,
    count = 1,
    series = false,
    ownFuses = false,
    bars = '6x8',
    shunt = null,
    isolator = null,
    mainHolder = 'holder-classT',
  }: Omit<House, 'brief'>): void {
    this.item('X1', `bar-plus-${bars}`).item('X2', `bar-minus-${bars}`);
    const batteries = Array.from({ length: count }, () => this.next('G'));
    for (const g of batteries) this.item(g, battery);
    const [first, last] = [batteries[0]!, batteries.at(-1)!];
    // Plus from the one end, minus from the other.
    if (ownFuses) {
      for (const g of batteries) {
        const f = this.next('F');
        this.item(f, mainHolder).wire(`${g}:plus`, `${f}:line`, 120).wire(`${f}:load`, this.stud('X1'), 400);
        this.wire(`${g}:minus`, this.stud('X2'), 500);
      }
      return;
    }
    for (let i = 1; i < count; i++) {
      const [a, b] = [batteries[i - 1]!, batteries[i]!];
      if (series) this.wire(`${a}:plus`, `${b}:minus`, 200);
      else this.wire(`${a}:plus`, `${b}:plus`, 120).wire(`${a}:minus`, `${b}:minus`, 120);
    }
    const f = this.next('F');
    this.item(f, mainHolder).wire(`${series ? last : first}:plus`, `${f}:line`, 120);
    if (isolator) this.item('Q1', isolator).wire(`${f}:load`, 'Q1:line', 250).wire('Q1:load', this.stud('X1'), 250);
    else this.wire(`${f}:load`, this.stud('X1'), 400);
    const minus = `${series ? first : last}:minus`;
    if (shunt) this.item('R1', shunt).wire(minus, 'R1:battery', 400).wire('R1:load', this.stud('X2'), 200);
    else this.wire(minus, this.stud('X2'), 500);
  }

  /** A block of fuses on the bars, and what hangs on its ways. */
  block(fittings: readonly Fitting[], options: { feedMm?: number; fuse?: string; part?: string } = {}): this {
    const { feedMm = 300, fuse, part = fittings.length > 6 ? 'fuse-block-12' : 'fuse-block-6' } = options;
    const block = this.next('F', 10);
    this.item(block, part);
    if (fuse) {
      const f = this.next('F', 10);
      this.item(f, fuse).wire(this.stud('X1'), `${f}:line`, 100).wire(`${f}:load`, `${block}:feed`, feedMm);
    } else this.wire(this.stud('X1'), `${block}:feed`, feedMm);
    this.wire(this.stud('X2'), `${block}:minus`, feedMm);
    fittings.forEach(({ watts, runMm, more }, i) => {
      const e = this.next('E');
      this.item(e, watts > 150 ? 'load-large' : 'load-small', {
        name: `Fitting ${i + 1}`,
        load: { rating: { kind: 'watts', powerW: watts }, ...more },
      });
      this.wire(`${block}:w${i + 1}`, `${e}:plus`, runMm).wire(`${block}:m${i + 1}`, `${e}:minus`, runMm);
    });
    return this;
  }

  /** Something on a fuse of its own straight from the bars. */
  own(
    part: string,
    runMm: number,
    options: { holder?: string; fuseMm?: number; name?: string; watts?: number; times?: number } = {},
  ): this {
    const { holder = 'holder-sf51', fuseMm = 150, watts, times = 1 } = options;
    const [f, t] = [this.next('F', 20), watts ? this.next('E') : this.next('T')];
    this.item(f, holder).item(t, part, watts ? { load: { rating: { kind: 'watts', powerW: watts } } } : {});
    const [plus, minus] = [this.stud('X1'), this.stud('X2')];
    this.wire(plus, `${f}:line`, fuseMm);
    for (let i = 0; i < times; i++) this.wire(`${f}:load`, `${t}:plus`, runMm).wire(minus, `${t}:minus`, runMm);
    return this;
  }

  /** A controller with its modules in series, a breaker on the bank side. */
  sun(controller: string, module: string, modules = 1, holder = 'breaker-thermal-150'): this {
    const [t, f] = [this.next('T'), this.next('F', 30)];
    this.item(t, controller).item(f, holder);
    this.wire(`${t}:outPlus`, `${f}:load`, 400).wire(`${f}:line`, this.stud('X1'), 200);
    this.wire(`${t}:outMinus`, this.stud('X2'), 500);
    const strings = Array.from({ length: modules }, () => this.next('P'));
    for (const p of strings) this.item(p, module);
    const q = this.next('Q', 5);
    this.item(q, 'isolator-solar-32');
    this.wire(`${strings[0]}:plus`, `${q}:plusLine`, 5000).wire(`${q}:plusLoad`, `${t}:inPlus`, 500);
    for (let i = 1; i < modules; i++) this.wire(`${strings[i - 1]}:minus`, `${strings[i]}:plus`, 900);
    this.wire(`${strings.at(-1)}:minus`, `${q}:minusLine`, 5000).wire(`${q}:minusLoad`, `${t}:inMinus`, 500);
    return this;
  }

  /** The engine's own battery with a fused tap. */
  engine(options: { part?: string; bondMm?: number | null } = {}): this {
    const { part = 'feed-12', bondMm = 900 } = options;
    this.item('G9', part, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 } });
    this.item('F9', 'holder-sf51').wire('G9:plus', 'F9:line', 120);
    if (bondMm !== null) this.wire('G9:minus', this.stud('X2'), bondMm);
    return this;
  }

  /** A converter from the engine's battery, fused at both its ends. */
  converter(part: string, options: { runMm?: number; holder?: string } = {}): this {
    const { runMm = 3000, holder = 'holder-sf30' } = options;
    const [t, f] = [this.next('T'), this.next('F', 30)];
    this.item(t, part).item(f, holder);
    this.wire('F9:load', `${t}:inPlus`, runMm).wire('G9:minus', `${t}:inMinus`, runMm);
    this.wire(`${t}:outPlus`, `${f}:load`, 400).wire(`${f}:line`, this.stud('X1'), 120);
    this.wire(`${t}:outMinus`, this.stud('X2'), 500);
    return this;
  }

  /** What the engine's alternator gives. */
  alternator(ratedA: number): this {
    this.builder.power({
      alternator: {
        nominalV: 12,
        chargingV: 14.2,
        ecoV: 13.4,
        ratedA,
        shareMax: 0.5,
        maxA: 60,
        idleMaxA: 30,
        idleShare: 0.2,
        hoursPerDay: 2,
      },
    });
    return this;
  }

  /** The engine's battery joined to the bank by a relay, fused at both ends. */
  joined(part = 'relay-vsr-120', runMm = 3000): this {
    this.item('K1', part).item('F8', 'holder-sf51');
    this.wire('F9:load', 'K1:line', runMm).wire('K1:load', 'F8:load', 300).wire('F8:line', this.stud('X1'), 150);
    this.wire('K1:minus', this.stud('X2'), 400);
    return this;
  }

  /** Engine and sun in one case, one minus, one output with its fuse. */
  combined(part: string, module: string, runMm = 3000): this {
    const [t, f] = [this.next('T'), this.next('F', 30)];
    this.item(t, part).item(f, 'holder-classT').item('P1', module);
    this.wire('F9:load', `${t}:inPlus`, runMm);
    this.wire(`${t}:outPlus`, `${f}:load`, 400).wire(`${f}:line`, this.stud('X1'), 120);
    this.wire(`${t}:outMinus`, this.stud('X2'), 500);
    this.wire('P1:plus', `${t}:sunPlus`, 5000).wire('P1:minus', `${t}:outMinus`, 5000);
    return this;
  }

  /** Inlet, a breaker with residual current, and a socket: the mains side as a start for the licensed person. */
  mains(inlet: string, breaker: string, socket: string, runMm = 4000): this {
    this.item('X7', inlet).item('Q7', breaker).item('X8', socket);
    for (const pole of ['L', 'N', 'E'])
      this.wire(`X7:out${pole}`, `Q7:in${pole}`, 1200).wire(`Q7:out${pole}`, `X8:in${pole}`, runMm);
    return this;
  }

  /** A display on a fuse of its own, and a hub it talks to over a made-up lead. */
  display(): this {
    this.item('F50', 'holder-blade').item('P8', 'display-system').item('P9', 'data-hub-6');
    this.wire(this.stud('X1'), 'F50:line', 150).wire('F50:load', 'P8:plus', 900);
    this.wire(this.stud('X2'), 'P8:minus', 900);
    return this.wire('P8:data1', 'P9:d1', 2400).wire('F50:load', 'P9:plus', 600).wire(this.stud('X2'), 'P9:minus', 600);
  }

  /** A block whose feed a relay closes while the battery's electronics allow it; one lamp stays on whatever they say. */
  relayed(fittings: readonly Fitting[]): this {
    this.item('F40', 'holder-sf30').item('K2', 'relay-100').item('X3', 'bar-plus-4x8');
    this.wire(this.stud('X1'), 'F40:line', 100).wire('F40:load', 'K2:line', 200).wire('K2:load', 'X3:s1', 200);
    this.wire('G1:loadOk', 'K2:coilPlus', 500).wire('K2:coilMinus', this.stud('X2'), 500);
    const [plus, lamp, ...rest] = ['X3:s2', ...fittings] as const;
    this.block([{ ...(lamp as Fitting), more: { essential: true } }]);
    const block = this.next('F', 10);
    this.item(block, 'fuse-block-6')
      .wire(plus as string, `${block}:feed`, 200)
      .wire(this.stud('X2'), `${block}:minus`, 300);
    (rest as Fitting[]).forEach(({ watts, runMm }, i) => {
      const e = this.next('E');
      this.item(e, 'load-small', { load: { rating: { kind: 'watts', powerW: watts } } });
      this.wire(`${block}:w${i + 1}`, `${e}:plus`, runMm).wire(`${block}:m${i + 1}`, `${e}:minus`, runMm);
    });
    return this;
  }
}
