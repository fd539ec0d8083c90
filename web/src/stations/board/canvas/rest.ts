/**
 * Tells when the hand has lain still for so long. A frame that took long is no rest: what the hand did meanwhile is
 * heard before the frame that follows, and counts.
 */
export class Rest {
  readonly #ms: number;
  #timer = 0;
  #frame = 0;

  constructor(ms: number) {
    this.#ms = ms;
  }

  /** The hand has moved; what is said comes once it has rested since, the last said only. */
  moved(then: () => void): void {
    this.stop();
    this.#timer = window.setTimeout(() => {
      this.#frame = window.requestAnimationFrame(then);
    }, this.#ms);
  }

  stop(): void {
    window.clearTimeout(this.#timer);
    window.cancelAnimationFrame(this.#frame);
  }
}
