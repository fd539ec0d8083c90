import { describe, expect, it } from 'vitest';
import { Deriving, derive } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { applyCommands, type Command } from '../../document/commands.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { mountainHutBoard } from '../../testing/demoBoards.ts';

const hut = mountainHutBoard();
const profile = profileById(hut.brief.profileId);

/** The steps an edit made anew, and all of them after it. */
function anewAfter(command: Command) {
  const deriving = new Deriving();
  const of = (board: typeof hut) => derive(board, genericCatalogue, profile, defaultWorkshop, deriving).bench;
  const before = new Set(of(hut));
  const edited = applyCommands(hut, [command]).board;
  const after = of(edited);
  expect(after).toEqual(derive(edited, genericCatalogue, profile, defaultWorkshop).bench);
  return { anew: after.filter((s) => !before.has(s)), all: after };
}

describe('the plan follows an edit row by row', () => {
  it('a renamed cable makes anew only the steps it is named in', () => {
    const cable = hut.cables[20]!;
    const { anew } = anewAfter({
      ...{ kind: 'set', collection: 'cables', id: cable.id },
      ...{ field: 'designation', value: 'W999' },
    });
    expect(anew.length).toBeGreaterThan(0);
    expect(anew.filter((s) => !`${s.title} ${s.how}`.includes('W999')).map((s) => s.title)).toEqual([]);
  });
  it('another rating of one load leaves the lines and parts of the other loads as they were', () => {
    const load = hut.items.find((i) => i.load?.rating.kind === 'watts')!;
    const { powerW } = load.load!.rating as { powerW: number };
    const { anew, all } = anewAfter({
      ...{ kind: 'set', collection: 'items', id: load.id, field: 'load' },
      value: { ...load.load!, rating: { kind: 'watts', powerW: powerW * 1.1 } },
    });
    const lines = (steps: typeof all) => steps.filter((s) => s.basis?.kind === 'line' || s.basis?.kind === 'segment');
    expect(lines(all).length).toBeGreaterThan(20);
    expect(lines(anew).length).toBeGreaterThan(0);
    // Its own line, and what of it is proved under it.
    for (const step of lines(anew)) expect(step.state.flowsOn.join(), step.title).toContain(load.id);
  });
});
