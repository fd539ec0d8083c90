// Loaded before a server: its clock is off by so many days.
const offMs = Number(process.env.CLOCK_OFF_DAYS ?? 0) * 864e5;
const Real = Date;
const now = () => Real.now() + offMs;
globalThis.Date = class extends Real {
  constructor(...args) {
    if (args.length === 0) super(now());
    else super(...args);
  }
  static now() {
    return now();
  }
};
