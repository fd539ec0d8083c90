// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { Tabs, useSheet } from './Tabs.tsx';

afterEach(cleanup);

function Station() {
  const current = useSheet(['loads', 'year']);
  const { pathname } = useLocation();
  return (
    <>
      <Tabs
        base="/jobs/jb/power"
        current={current}
        tabs={[
          { path: 'loads', title: 'Loads' },
          { path: 'year', title: 'A year', note: '3' },
        ]}
      />
      <p>{`${current} at ${pathname}`}</p>
    </>
  );
}
const open = (at: string) =>
  render(
    <MemoryRouter initialEntries={[at]}>
      <Routes>
        <Route path="/jobs/:jobId/:station/:sheet?" element={<Station />} />
      </Routes>
    </MemoryRouter>,
  );

describe('sheets of a station', () => {
  it.each(['/jobs/jb/power', '/jobs/jb/power/nothing'])('%s opens the first, and sends nobody elsewhere', (at) => {
    open(at);
    expect(screen.getByText(`loads at ${at}`)).toBeTruthy();
    expect(screen.getByText('Loads').getAttribute('aria-current')).toBe('page');
  });
  it('one is opened by its address and by a press', async () => {
    open('/jobs/jb/power/year');
    expect(screen.getByRole('link', { current: 'page' }).textContent).toBe('A year3');
    fireEvent.click(screen.getByText('Loads'));
    expect(await screen.findByText('loads at /jobs/jb/power/loads')).toBeTruthy();
  });
});
