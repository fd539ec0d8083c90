import type { Knex } from 'knex';
import { type IRateLimiterStoreOptions, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { refuse } from '../refusal.ts';

const MINUTE = 60;
const limits = (db: Knex) => {
  const limiter = (keyPrefix: string, points: number, duration: number) =>
    new RateLimiterPostgres({
      ...{ storeClient: db, storeType: 'knex', tableName: 'tries', tableCreated: true, clearExpiredByTimeout: false },
      ...{ keyPrefix, points, duration },
    } as unknown as IRateLimiterStoreOptions);
  return {
    /** One account, from one address or one known device. */
    pair: limiter('pair', 10, 15 * MINUTE),
    /** All accounts from one address. */
    address: limiter('address', 100, 15 * MINUTE),
    /** One account from all addresses that are not known devices. */
    account: limiter('account', 200, 60 * MINUTE),
    /** A PIN on one device. */
    pin: limiter('pin', 5, 10 * MINUTE),
    /** A PIN anywhere. */
    pinOf: limiter('pinOf', 30, 24 * 60 * MINUTE),
    /** Links that let somebody in. */
    link: limiter('link', 60, 15 * MINUTE),
  };
};
type Limits = ReturnType<typeof limits>;
type Key = readonly [limit: keyof Limits, key: string];

/**
 * How often something secret may be tried. Counted in the database, so that all servers count together. Somebody who
 * guesses locks out only himself: a device on which a person has come in before counts by itself (device cookies, OWASP).
 */
export class Guessing {
  readonly #limits: Limits;
  /** @param ground connections beside those of the presses: a press that is refused is taken back, its count is not */
  constructor(ground: Knex) {
    this.#limits = limits(ground);
  }

  /** Counts a try before it is looked at. @throws Refusal 429 where there were too many, with when to try again */
  async count(keys: readonly Key[]): Promise<void> {
    for (const [limit, key] of keys) {
      try {
        await this.#limits[limit].consume(key.slice(0, 200));
      } catch (error) {
        if (!(error instanceof RateLimiterRes)) throw error;
        const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000));
        const wait = seconds >= 90 ? `${Math.ceil(seconds / 60)} minutes` : `${seconds} seconds`;
        refuse(429, `too many tries; accepted: the next one in ${wait}`);
      }
    }
  }

  /** It was right: tries of this account from here begin anew, and this one counts against nobody else. */
  async right(keys: readonly Key[]): Promise<void> {
    for (const [limit, key] of keys)
      if (limit === 'pair' || limit === 'pin') await this.#limits[limit].delete(key.slice(0, 200));
      else await this.#limits[limit].reward(key.slice(0, 200), 1);
  }
}
