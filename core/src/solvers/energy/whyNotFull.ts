/** What holds charging back while the bank could take more. */
export const HELD_BACK = ['coldBank', 'bankLimit', 'chargerLimit', 'sunLow'] as const;
export type HeldBack = (typeof HELD_BACK)[number];
/** Each cause in hours of the year, and in what went by in them. */
export type WhyNotFull = Readonly<Record<HeldBack, { hours: number; wh: number }>>;

/** From here on a bank counts as full. Common practice, no source. */
const FULL_SHARE = 0.98;
/** Under this sky it is no day any more, W/m². Common practice, no source. */
const DAYLIGHT_WPERM2 = 30;
/** A trickle is no reason, Wh in an hour. */
const TRICKLE_WH = 1;

/** Keeps count of why a bank is not full, hour by hour; an hour counts for one cause. */
export class NotFull {
  readonly why: Record<HeldBack, { hours: number; wh: number }> = {
    coldBank: { hours: 0, wh: 0 },
    bankLimit: { hours: 0, wh: 0 },
    chargerLimit: { hours: 0, wh: 0 },
    sunLow: { hours: 0, wh: 0 },
  };

  private count(cause: HeldBack, wh: number): void {
    if (wh < TRICKLE_WH) return;
    this.why[cause].hours++;
    this.why[cause].wh += wh;
  }

  /**
   * An hour in which more came than was asked for. Plain numbers: it is asked 8,760 times a year, and for years.
   * @param netW what came beyond the loads @param bankMostW what the bank takes at once @param roomW what it has room for
   * @param takenW what went in @param behindChargersW what sources could have given beyond what their chargers let through
   */
  charging(
    soc: number,
    tooCold: boolean,
    netW: number,
    bankMostW: number,
    roomW: number,
    takenW: number,
    behindChargersW: number,
  ): void {
    if (soc >= FULL_SHARE) return;
    if (tooCold) this.count('coldBank', Math.min(netW, bankMostW, roomW));
    else if (netW > bankMostW && roomW > takenW) this.count('bankLimit', Math.min(netW, roomW) - takenW);
    else this.count('chargerLimit', Math.min(behindChargersW, Math.min(bankMostW, roomW) - takenW));
  }

  /** An hour in which less came than was asked for. @param skyWPerM2 clear sky on the modules; null without any */
  short(skyWPerM2: number | null, shortW: number): void {
    if (skyWPerM2 !== null && skyWPerM2 > DAYLIGHT_WPERM2) this.count('sunLow', shortW);
  }
}
