import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Defect } from '../stages/bench/defect.ts';
import { sizeText } from '../tables/awg.ts';

/**
 * What people call the places of a board: devices by their designation, wires by their cable's name.
 * @example
 * placeNames(board)({ kind: 'meterLead', extraOhm: 1 }); // 'the meter'
 */
export function placeNames(board: Pick<Board, 'items' | 'cables'>): (defect: Defect) => string {
  const items = new Map(board.items.map((i) => [i.id, i.designation]));
  const cables = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.designation] as const)));
  const item = (id: Id) => items.get(id) ?? id;
  return (defect) => {
    if ('connectionId' in defect) return cables.get(defect.connectionId) ?? defect.connectionId;
    if ('itemId' in defect) return item(defect.itemId);
    if (!('key' in defect)) return 'the meter';
    const [, itemId, seatId] = defect.key.split('/');
    return seatId === 'seat' ? item(itemId!) : `${item(itemId!)}:${seatId}`;
  };
}

const milliohms = (ohm: number): string =>
  ohm < 1 ? `${(ohm * 1000).toFixed(ohm < 0.01 ? 1 : 0)} mΩ` : `${ohm.toFixed(1)} Ω`;

/**
 * A defect in words.
 * @param name what people call its place
 * @example
 * defectWords({ kind: 'looseCrimp', connectionId: 'c', extraOhm: 0.004 }, () => 'W3'); // 'a joint of W3 has 4.0 mΩ more than it should'
 */
export function defectWords(defect: Defect, name: (defect: Defect) => string): string {
  const at = name(defect);
  switch (defect.kind) {
    case 'looseCrimp':
      return `a joint of ${at} has ${milliohms(defect.extraOhm)} more than it should`;
    case 'openWire':
      return `${at} is not there: broken, pulled out of its crimp, or left off`;
    case 'swappedPair':
      return `the two wires of ${at} are changed over`;
    case 'wrongFuse':
      return `the link in ${at} is not the one on the drawing: ${milliohms(Math.max(0, defect.ohm))} over it`;
    case 'thinConductor':
      return `${at} is ${sizeText(defect.areaMm2)}, thinner than drawn`;
    case 'weakCell':
      return `${at} stands ${defect.lessV.toFixed(1)} V lower than it should: a cell is behind`;
    case 'meterLead':
      return `the meter’s own leads have ${milliohms(defect.extraOhm)} more than they should`;
  }
}
