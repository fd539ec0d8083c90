import type { MiddlewareHandler } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { ATTACHMENT_MAX_BYTES } from '../jobs/attachments.ts';
import { refuse } from '../refusal.ts';

const MB = 1024 * 1024;
/** What a body may hold, by the address it is sent to; the first that fits counts. */
const LIMITS: readonly [address: RegExp, bytes: number][] = [
  [/^\/api\/jobs\/[^/]+\/(files|field-logs)$/, ATTACHMENT_MAX_BYTES + 64 * 1024],
  [/^\/api\/(jobs\/import|buying\/offers\/import)$/, 4 * MB],
  [/^\/api\/(sign-in|demo-sign-in|sign-out|come-in\/[^/]+|own\/.*)$/, 4 * 1024],
  [/./, MB],
];
const inWords = (bytes: number): string => (bytes >= MB ? `${Math.floor(bytes / MB)} MB` : `${bytes / 1024} kB`);

const limits = LIMITS.map(([address, maxSize]) => ({
  address,
  within: bodyLimit({
    maxSize,
    onError: () => refuse(413, `what was sent is too large; accepted: at most ${inWords(maxSize)}`),
  }),
}));

/** Nothing larger than its address takes is read at all. */
export const limitedBody: MiddlewareHandler = (c, next) =>
  limits.find((l) => l.address.test(c.req.path))!.within(c, next);
