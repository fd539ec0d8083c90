import { describe, expect, it, vi } from 'vitest';
import { Presence } from './presence.ts';

const mira = { personId: 'pe_1', name: 'Mira Holt', at: 'jb_1/board' };
const jonas = { personId: 'pe_2', name: 'Jonas Wick', at: 'jb_1/build' };

/** Servers that hear every word, their own as well, as over one database; one that was killed hears and says nothing. */
function servers(count: number) {
  const clock = { ms: 0 };
  const dead = new Set<number>();
  const changed: number[] = [];
  let said = 0;
  const all: Presence[] = Array.from(
    { length: count },
    (_, n) =>
      new Presence({
        say: (workshopId, word) => {
          said++;
          expect(word.length).toBeLessThan(7900);
          if (!dead.has(n)) for (const [m, other] of all.entries()) if (!dead.has(m)) other.heard(workshopId, word);
        },
        onChanged: () => changed.push(n),
        now: () => clock.ms,
      }),
  );
  const names = (n: number, workshopId = 'w') => all[n]!.of(workshopId).map((p) => `${p.name} ${p.at}`);
  return { all, names, clock, dead, changed, said: () => said };
}

describe('who looks at what', () => {
  it('is the same on every server, until they go', () => {
    const { all, names } = servers(2);
    const gone = all[0]!.come('w', 'l1', mira);
    all[1]!.come('w', 'l2', jonas);
    const both = ['Jonas Wick jb_1/build', 'Mira Holt jb_1/board'];
    expect([names(0), names(1)]).toEqual([both, both]);
    gone();
    gone();
    expect([names(0), names(1)]).toEqual([['Jonas Wick jb_1/build'], ['Jonas Wick jb_1/build']]);
  });
  it('two pages of one person at one place are one, and the last to close ends it', () => {
    const { all, names } = servers(1);
    const first = all[0]!.come('w', 'l1', mira);
    const second = all[0]!.come('w', 'l2', mira);
    first();
    expect(names(0)).toEqual(['Mira Holt jb_1/board']);
    second();
    expect(names(0)).toEqual([]);
  });
  it('is told to nobody of another workshop', () => {
    const { all, names } = servers(1);
    all[0]!.come('w', 'l1', mira);
    expect(names(0, 'v')).toEqual([]);
  });
  it('a server that comes later asks; one that was killed is forgotten, one that lives is not', () => {
    const { all, names, clock, dead } = servers(3);
    dead.add(2);
    all[0]!.come('w', 'l1', mira);
    all[1]!.come('w', 'l2', jonas);
    dead.delete(2);
    expect(names(2)).toEqual([]);
    all[2]!.ask('w');
    expect(names(2)).toEqual(['Jonas Wick jb_1/build', 'Mira Holt jb_1/board']);
    dead.add(1);
    for (; clock.ms < 200_000; clock.ms += 20_000) for (const n of [0, 2]) all[n]!.beat();
    expect([names(0), names(2)]).toEqual([['Mira Holt jb_1/board'], ['Mira Holt jb_1/board']]);
  });
  it('many who move at once are told as one, and what a beat repeats is no news', () => {
    vi.useFakeTimers();
    const { all, changed, said } = servers(1);
    for (let n = 0; n < 100; n++) all[0]!.come('w', `l${n}`, { ...mira, personId: `pe_${n}`, name: 'x'.repeat(60) });
    vi.advanceTimersByTime(1000);
    expect(changed).toEqual([0]);
    const before = said();
    all[0]!.beat();
    // A hundred lines are said in few messages, each short enough for PostgreSQL.
    expect(said() - before).toBe(5);
    vi.advanceTimersByTime(1000);
    expect(changed).toEqual([0]);
    all[0]!.close();
    vi.useRealTimers();
  });
});
