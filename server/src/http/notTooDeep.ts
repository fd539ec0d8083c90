import type { MiddlewareHandler } from 'hono';
import { refuse } from '../refusal.ts';
import { isJson } from './zippedJson.ts';

/** What the application itself sends is nested a dozen deep. */
const DEEPEST = 100;
const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const [BRACKET, BRACE] = [0x5b, 0x7b] as const;
const [END_BRACKET, END_BRACE] = [0x5d, 0x7d] as const;

/** Whether JSON is nested deeper than that, told without reading it: half a million levels cost who reads them dearly. */
export function isTooDeep(bytes: Uint8Array): boolean {
  let depth = 0;
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]!;
    if (byte === QUOTE) {
      for (at++; at < bytes.length && bytes[at] !== QUOTE; at++) if (bytes[at] === BACKSLASH) at++;
    } else if (byte === BRACE || byte === BRACKET) {
      if (++depth > DEEPEST) return true;
    } else if (byte === END_BRACE || byte === END_BRACKET) depth--;
  }
  return false;
}

/** Refuses it before anything reads it. */
export const notTooDeep: MiddlewareHandler = async (c, next) => {
  if (c.req.method === 'POST' && isJson(c.req.header('content-type') ?? null) && isTooDeep(await c.req.bytes()))
    refuse(422, `what was sent is nested more than ${DEEPEST} deep; accepted: what the application itself sends`);
  return next();
};
