import { whenIdle } from '../ui/whenIdle.ts';

/** Faces set on some pages only. One that comes late has the browser set every line of the page anew. */
const FACES = ['500 1em Barlow', '600 1em Barlow', '500 1em "Barlow Condensed"', '500 1em "JetBrains Mono"'];

/** Faces first seen on another page, while nothing is asked of this one. */
export const facesAhead = (): void =>
  void whenIdle(() => {
    for (const face of FACES) void document.fonts?.load(face).catch(() => {});
  });
