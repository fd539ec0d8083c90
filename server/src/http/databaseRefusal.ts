import { isDiskFull } from '../database/diskFull.ts';

/** What the database says when it cannot keep a value, or cannot be reached, in words for the person who asked. */
interface DatabaseRefusal {
  status: 404 | 422 | 503 | 507;
  says: string;
}

const CANNOT_KEEP: DatabaseRefusal = {
  status: 422,
  says: 'a number or text is past what can be kept; nothing was changed',
};
const MISSING: DatabaseRefusal = {
  status: 404,
  says: 'something that was named is not there; nothing was changed',
};
const AWAY: DatabaseRefusal = { status: 503, says: 'the database cannot be reached; nothing was changed, try again' };
const FULL: DatabaseRefusal = { status: 507, says: 'the disk of the server is full; nothing was changed' };

/** Codes of PostgreSQL (appendix A of its manual) and of the network. */
const BY_CODE: Readonly<Record<string, DatabaseRefusal>> = {
  '23503': MISSING,
  '22003': CANNOT_KEEP,
  '22021': CANNOT_KEEP,
  '22P05': CANNOT_KEEP,
  '22P02': CANNOT_KEEP,
  '54000': CANNOT_KEEP,
  '53300': AWAY,
  '57P01': AWAY,
  '57P02': AWAY,
  '57P03': AWAY,
  '08006': AWAY,
  '08001': AWAY,
  '08003': AWAY,
  '25006': { status: 503, says: 'the database is read-only at the moment; nothing was changed, try again' },
  ECONNREFUSED: AWAY,
  ETIMEDOUT: AWAY,
  EHOSTUNREACH: AWAY,
  ECONNRESET: AWAY,
  EPIPE: AWAY,
};

/** Null for what is nobody's fault but the program's. */
export function refusalOfDatabase(error: unknown): DatabaseRefusal | null {
  if (isDiskFull(error)) return FULL;
  const { code, name, message = '' } = error as { code?: string; name?: string; message?: string };
  if (code !== undefined && Object.hasOwn(BY_CODE, code)) return BY_CODE[code]!;
  // No connection came free in time; or the one in use was cut off under way.
  return name === 'KnexTimeoutError' || /(^| - )(Connection terminated|Client has encountered)/.test(message)
    ? AWAY
    : null;
}
