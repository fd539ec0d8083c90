import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

const transferRelay: PartData = mainsBox({
  id: 'mains-transfer',
  kind: 'transferRelay',
  name: 'Mains transfer relay, first live of two',
  widthMm: 150,
  heightMm: 110,
  terminals: [
    ...way('first', 'first', -40, -40, 270),
    ...way('second', 'second', 40, -40, 270),
    ...way('out', 'out', 0, 40, 90),
  ],
  elements: [
    { kind: 'transfer', id: 't', outLine: 'outL', firstLine: 'firstL', secondLine: 'secondL' },
    { kind: 'bar', id: 'earth', terminalIds: ['firstE', 'secondE', 'outE'], ratingA: 40 },
  ],
  price: 78,
});

export const TRANSFER_RELAYS: readonly PartData[] = [transferRelay];
