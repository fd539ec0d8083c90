import * as argon2 from '@node-rs/argon2';
import { describe, expect, it, vi } from 'vitest';
import { hashOf, isPassword, requirePin, requireStrong } from './passwords.ts';

vi.mock('@node-rs/argon2', async (original) => {
  const real = await original<typeof argon2>();
  return { ...real, hash: vi.fn(real.hash), verify: vi.fn(real.verify) };
});
/** The slow work a call does. */
const workOf = async (call: () => Promise<unknown>) => {
  vi.mocked(argon2.hash).mockClear();
  vi.mocked(argon2.verify).mockClear();
  await call();
  return [vi.mocked(argon2.hash).mock.calls.length, vi.mocked(argon2.verify).mock.calls.length];
};

describe('a password', () => {
  it('is looked at with the same work whether there is such a person or not', async () => {
    const stored = await hashOf('nine wet boots');
    const known = await workOf(() => isPassword(stored, 'wrong'));
    expect(known).toEqual([0, 1]);
    expect(await workOf(() => isPassword(null, 'wrong'))).toEqual(known);
  });
  it('of nobody is never right, not even the one nobody has', async () => {
    expect(await isPassword(null, 'nobody comes in with this')).toBe(false);
    expect(await isPassword(await hashOf('so'), 'so')).toBe(true);
  });
  it('is as strong as the guesses it takes, with what is known of the person counted as known', () => {
    const taken = (password: string, about: string[] = []) => {
      try {
        requireStrong(password, about);
        return true;
      } catch {
        return false;
      }
    };
    expect(taken('nine wet boots beside the stove')).toBe(true);
    expect(taken('P@ssw0rd!')).toBe(false);
    expect(taken('qwertyuiop123')).toBe(false);
    expect(taken('Marlinspike-Holloway', [])).toBe(true);
    expect(taken('Marlinspike-Holloway', ['Ann Marlinspike', 'ann@marlinspike-holloway.example'])).toBe(false);
  });
});

describe('a PIN', () => {
  it.each(['1234', '4321', '0000', '2468', '12', '123456789', '12a4'])('%s is none', (pin) => {
    expect(() => requirePin(pin)).toThrow();
  });
  it.each(['4071', '8120', '90210'])('%s may be one', (pin) => {
    expect(() => requirePin(pin)).not.toThrow();
  });
});
