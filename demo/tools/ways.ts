import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { applyCommands } from '@ombrik/core/document/commands';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { routeBoard } from '@ombrik/core/layout/routeBoard';
import { UNLAID } from '../src/demoBoards.ts';

// `npm run demo-ways` lays the cables of every demo board and keeps where they run, so that seeding has not to.
const all: Record<string, Record<string, [number, number][]>> = {};
for (const [name, build] of Object.entries(UNLAID)) {
  const board = build();
  const { commands, failed } = routeBoard(board, genericCatalogue, defaultWorkshop);
  if (failed.length > 0) throw new Error(`${name}: no way for ${failed.join(', ')}`);
  const laid = applyCommands(board, commands).board;
  all[name] = Object.fromEntries(
    laid.cables.flatMap((c) =>
      c.segments.flatMap((s, n) =>
        s.kind === 'panelRoute' && s.waypoints.length > 0
          ? [[`${c.designation}/${n}`, s.waypoints.map((p): [number, number] => [p.xMm, p.yMm])] as const]
          : [],
      ),
    ),
  );
}
const lines = Object.entries(all).map(
  ([name, ways]) =>
    `  "${name}": {\n${Object.entries(ways)
      .map(([key, points]) => `    "${key}": ${JSON.stringify(points)}`)
      .join(',\n')}\n  }`,
);
writeFileSync(fileURLToPath(new URL('../src/ways.json', import.meta.url)), `{\n${lines.join(',\n')}\n}\n`);
