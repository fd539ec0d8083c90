import { writeFileSync } from 'node:fs';
import { type Browser, chromium } from '@playwright/test';
import { create } from 'qrcode';
import { CHROMIUM } from './chromium.ts';

const [WIDTH, HEIGHT] = [640, 480];

/** A film of one picture, a code held still before a camera: YUV4MPEG2, as Chromium's stand-in of a camera plays it. */
function filmOf(text: string): Buffer {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const cell = Math.floor((HEIGHT - 80) / modules.size);
  const [left, top] = [Math.floor((WIDTH - cell * modules.size) / 2), Math.floor((HEIGHT - cell * modules.size) / 2)];
  const light = Buffer.alloc(WIDTH * HEIGHT, 235);
  for (let r = 0; r < modules.size; r++)
    for (let c = 0; c < modules.size; c++)
      if (modules.get(r, c))
        for (let y = 0; y < cell; y++)
          light.fill(
            16,
            (top + r * cell + y) * WIDTH + left + c * cell,
            (top + r * cell + y) * WIDTH + left + (c + 1) * cell,
          );
  const grey = Buffer.alloc((WIDTH * HEIGHT) / 2, 128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), light, grey]);
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`), frame, frame]);
}

/** A browser whose camera sees a code. */
export function browserThatSees(text: string, file: string): Promise<Browser> {
  writeFileSync(file, filmOf(text));
  return chromium.launch({
    ...CHROMIUM,
    args: [
      ...CHROMIUM.args,
      ...['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
      `--use-file-for-fake-video-capture=${file}`,
    ],
  });
}
