import { expect, it } from 'vitest';
import { compareWithPin } from './compare.ts';

it('every board of the pin derives to what it did, but for the mended defects', { timeout: 1_200_000 }, () => {
  const differences: string[] = [];
  const count = compareWithPin((n, difference) => differences.push(`board ${n} ${difference}`));
  expect(count).toBeGreaterThan(process.env.OMBRIK_FULL ? 300 : 100);
  expect(differences).toEqual([]);
});
