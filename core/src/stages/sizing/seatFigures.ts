import { figure, given, type Origin } from '../../engine/formula.ts';
import type { Seat } from './protection.ts';
import type { SizingState } from './state.ts';
import { NO_CURRENT_A } from './throughParts.ts';

/**
 * Where the figures of a fuse seat stand.
 * @example
 * seatAddress({ itemId: 'it_F1', element: { id: 'seat' } }); // 'seat/it_F1/seat'
 */
export const seatAddress = (seat: Pick<Seat, 'itemId' | 'element'>): string => `seat/${seat.itemId}/${seat.element.id}`;

/** Nothing is fed through it, and no signal that works a charger comes through it. */
export const isSpare = (state: SizingState, seat: Seat): boolean =>
  state.designA[seat.branch]! <= NO_CURRENT_A && !state.inSignal.has(seat.branch);

/** Where the rating in a seat comes from: its own figure, or its smallest size where nothing was chosen for it. */
export function seatRatingOrigin(state: SizingState, seat: Seat): Origin {
  const empty = seat.choice.mode === 'locked' ? !state.lockedAt.get(seat.branch) : isSpare(state, seat);
  return empty ? given('nothing is fed through it: its smallest size') : figure(`${seatAddress(seat)}/ratingA`);
}
