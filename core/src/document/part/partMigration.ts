import { each, type Loose, type Migration } from '../migration.ts';
import type { PartKind } from './part.ts';
import { bodyOf } from './partBody.ts';

/** What version 2 says of an element beside what version 1 did. */
function elementTo2(element: Loose): Loose {
  switch (element.kind) {
    case 'inverter':
      return { surgeW: 2 * Number(element.acPowerW), waveform: 'sine' };
    case 'fuseSeat':
      return { polarised: false };
    case 'battery':
      return { bmsCutA: null };
    default:
      return {};
  }
}

/** What version 3 says of an element beside what version 2 did. */
function elementTo3(element: Loose): Loose {
  switch (element.kind) {
    case 'contact':
      return { follows: null, selfLimiting: false };
    case 'coil':
      return { needs: null };
    case 'inverter':
      return { acOut: null, acIn: null };
    case 'mainsCharger':
      return { acIn: null };
    case 'charger':
      return { enable: null };
    default:
      return {};
  }
}

const elements = (change: (element: Loose) => Loose) => (part: Loose) => ({
  ...part,
  elements: each(part.elements, (element) => ({ ...change(element), ...element })),
});

/** Version 2: surge, waveform, polarity. Version 3: control and mains sides. Version 4: what a part asks of its place. */
export const partMigration: Migration = {
  2: elements(elementTo2),
  3: elements(elementTo3),
  4: (part) => ({
    body: bodyOf({ kind: part.kind as PartKind, elements: Array.isArray(part.elements) ? part.elements : [] }),
    ...part,
  }),
};
