import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { PointMm } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import { wireToBlock } from '@ombrik/core/document/item/items';
import { partIndex } from '@ombrik/core/document/references';
import { marketCartBoard } from './marketCart.ts';
import { hutWithAnnexBoard } from './mountainHut.ts';
import { pressShedBoard } from './pressShed.ts';
import { repeaterShelterBoard } from './repeaterShelter.ts';
import ways from './ways.json' with { type: 'json' };
import { weatherMastBoard } from './weatherMast.ts';

/** The market cart with its three loads wired. */
export function wiredCart(): Board {
  const board = marketCartBoard();
  const loads = board.items.filter((i) => i.load).map((i) => i.id);
  return applyCommands(board, wireToBlock(board, partIndex(board, genericCatalogue), 'it_F10', loads).commands).board;
}

/** Last year's box of the same kind, for another stall: everything measured. */
function flowerCart(): Board {
  const board = wiredCart();
  return {
    ...board,
    brief: {
      ...board.brief,
      jobName: 'Flower cart box',
      customer: 'Larkspur & Sons, flower stall',
      place: 'Under the bench of a hand cart',
      questions: [],
      notes: 'As the cheese stall’s, door opens right.',
    },
    cables: board.cables.map((c) => ({
      ...c,
      segments: c.segments.map((s) =>
        s.kind === 'measuredRun' && !s.measured ? { ...s, lengthMm: 1900, measured: true } : s,
      ),
    })),
  };
}

/** The boards of the invented workshop before their cables are laid, by name. */
export const UNLAID = {
  weatherMast: weatherMastBoard,
  marketCart: wiredCart,
  hut: hutWithAnnexBoard,
  pressShed: pressShedBoard,
  repeater: repeaterShelterBoard,
  flowerCart,
} as const satisfies Readonly<Record<string, () => Board>>;
export type DemoName = keyof typeof UNLAID;

/** The corners of each cable on its panels, as `W3/0`, as the router laid them: see `demo/tools/ways.ts`. */
export type Ways = Readonly<Record<string, readonly (readonly [number, number])[]>>;

/** A board of the invented workshop with its cables laid. */
export function demoBoard(name: DemoName): Board {
  const board = UNLAID[name]();
  const laid = (ways as unknown as Readonly<Record<DemoName, Ways>>)[name];
  const points = (key: string): PointMm[] | undefined => laid[key]?.map(([xMm, yMm]) => ({ xMm, yMm }));
  return {
    ...board,
    cables: board.cables.map((c) => ({
      ...c,
      segments: c.segments.map((s, n) => {
        const waypoints = s.kind === 'panelRoute' ? points(`${c.designation}/${n}`) : undefined;
        return waypoints ? { ...s, waypoints } : s;
      }),
    })),
  } as Board;
}
