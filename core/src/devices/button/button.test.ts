import { expect, it } from 'vitest';
import { parts } from '../../testing/kit.ts';

it('a button is a contact that is closed only while somebody holds it', () => {
  const button = [...parts.values()].find((p) => p.kind === 'button')!;
  const contact = button.elements.find((e) => e.kind === 'contact')!;
  expect(contact).toMatchObject({ follows: 'buttonHeld', normallyOpen: true, selfLimiting: false });
  expect(button.body.reach).toBe('hand');
});
