export type RefusalStatus = 400 | 401 | 403 | 404 | 409 | 413 | 415 | 421 | 422 | 429 | 502 | 503 | 507;

/** What was asked cannot be done, in words for the person who asked: each says what is wrong and what is accepted. */
export class Refusal extends Error {
  constructor(
    readonly status: RefusalStatus,
    readonly problems: readonly string[],
  ) {
    super(problems.join('; '));
  }
}

/** @throws Refusal */
export function refuse(status: RefusalStatus, ...problems: string[]): never {
  throw new Refusal(status, problems);
}
