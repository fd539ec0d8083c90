// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { useAtRest } from './useAtRest.ts';

afterEach(cleanup);
const Shown = ({ value }: { value: string }) => <p data-testid="shown">{useAtRest(value)}</p>;
const shown = () => screen.getByTestId('shown').textContent;

it('follows at once while no hand is down, and waits for one that is', () => {
  const { rerender } = render(<Shown value="a" />);
  rerender(<Shown value="b" />);
  expect(shown()).toBe('b');
  act(() => void fireEvent.pointerDown(window));
  rerender(<Shown value="c" />);
  rerender(<Shown value="d" />);
  expect(shown()).toBe('b');
  act(() => void fireEvent.pointerUp(window));
  expect(shown()).toBe('d');
  act(() => void fireEvent.pointerDown(window));
  rerender(<Shown value="e" />);
  act(() => void fireEvent.pointerCancel(window));
  expect(shown()).toBe('e');
});
