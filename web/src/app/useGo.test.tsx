// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, useLocation, useNavigationType } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { useGo } from './useGo.ts';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function Way({ href }: { href?: string }) {
  const go = useGo();
  return (
    <>
      <a href={href} onClick={go}>
        Board
      </a>
      <p>{`${useLocation().pathname} by ${useNavigationType()}`}</p>
    </>
  );
}
const open = (href?: string) =>
  render(
    <MemoryRouter initialEntries={['/jobs/jb/brief']}>
      <Way href={href} />
    </MemoryRouter>,
  );

it('a press leads on in a task of its own, after what was pressed could be painted', async () => {
  open('/jobs/jb/board');
  // False: the browser is told that it is seen to.
  expect(fireEvent.click(screen.getByText('Board'))).toBe(false);
  expect(screen.getByText('/jobs/jb/brief by POP')).toBeTruthy();
  expect(await screen.findByText('/jobs/jb/board by PUSH')).toBeTruthy();
});

it('where one is already stands in the way back once', async () => {
  const { pathname } = window.location;
  open(pathname);
  fireEvent.click(screen.getByText('Board'));
  expect(await screen.findByText(`${pathname} by REPLACE`)).toBeTruthy();
});

it.each([
  ['a new tab', { ctrlKey: true }],
  ['a new window', { shiftKey: true }],
  ['the middle button', { button: 1 }],
  ['another key', { metaKey: true }],
  ['what is kept', { altKey: true }],
])('%s is the browser’s to open', (_, held) => {
  vi.useFakeTimers();
  open('/jobs/jb/board');
  fireEvent.click(screen.getByText('Board'), held);
  vi.runAllTimers();
  expect(screen.getByText('/jobs/jb/brief by POP')).toBeTruthy();
});

it('what leads nowhere leads nowhere', () => {
  vi.useFakeTimers();
  open();
  fireEvent.click(screen.getByText('Board'));
  vi.runAllTimers();
  expect(screen.getByText('/jobs/jb/brief by POP')).toBeTruthy();
});
