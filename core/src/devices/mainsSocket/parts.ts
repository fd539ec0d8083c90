import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

const socket = (id: string, name: string, ratedA: number, price: number): PartData =>
  mainsBox({
    id,
    kind: 'mainsSocket',
    name,
    widthMm: 80,
    heightMm: 80,
    terminals: way('in', 'in', 0, -30, 270),
    elements: [{ kind: 'mainsSocket', id: 's', line: 'inL', neutral: 'inN', ratedA }],
    price,
  });

/** A plug and its coupler in a line: parted without a tool. */
const coupler: PartData = mainsBox({
  id: 'mains-coupler-16',
  kind: 'mainsSocket',
  name: 'Mains plug and coupler, 16 A',
  widthMm: 60,
  heightMm: 140,
  terminals: [...way('in', 'in', 0, -60, 270), ...way('out', 'out', 0, 60, 90)],
  elements: (['L', 'N', 'E'] as const).map((pole) => ({
    kind: 'bar',
    id: pole,
    terminalIds: [`in${pole}`, `out${pole}`],
    ratingA: 16,
  })),
  price: 9,
});

export const MAINS_SOCKETS: readonly PartData[] = [
  socket('mains-socket-16', 'Mains socket, earthed, 16 A', 16, 8),
  socket('mains-socket-15', 'Mains socket, earthed, 15 A at 120 V', 15, 6),
  coupler,
];
