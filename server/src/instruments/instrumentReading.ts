/** What an instrument gave. */
export interface InstrumentReading {
  /** In the unit of the step's quantity. */
  value: number;
  /** Every answer, as it was given. */
  raw: string[];
  /** What it says it is. */
  identity: string;
}
