// @vitest-environment happy-dom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { createStore } from 'zustand/vanilla';
import type { JobSession } from './jobStore.ts';
import { JobContext, useJob } from './useJob.ts';

afterEach(cleanup);

const drawn: Record<string, number> = {};
const count = (name: string) => {
  drawn[name] = (drawn[name] ?? 0) + 1;
};
function Reads({ name }: { name: 'revision' | 'selection' }) {
  const job = useJob();
  count(name);
  return <p>{`${name}: ${JSON.stringify(job[name])}`}</p>;
}
function Presses() {
  const job = useJob();
  count('presses');
  return (
    <button type="button" onClick={() => job.dismiss()} title={job.saveState}>
      press
    </button>
  );
}

describe('reading a job', () => {
  it('draws again only who has read what changed', () => {
    const store = createStore<JobSession>()(
      () => ({ revision: 1, selection: null, saveState: 'saved', lit: null }) as unknown as JobSession,
    );
    render(
      <JobContext value={store}>
        <Reads name="revision" />
        <Reads name="selection" />
        <Presses />
      </JobContext>,
    );
    const first = { ...drawn };
    act(() => store.setState({ lit: {} as JobSession['lit'] }));
    expect(drawn).toEqual(first);
    act(() => store.setState({ revision: 2 }));
    expect(screen.getByText('revision: 2')).toBeTruthy();
    expect(drawn).toEqual({ ...first, revision: first.revision! + 1 });
    act(() => store.setState({ selection: { kind: 'item', id: 'it_1' } }));
    expect(screen.getByText(/it_1/)).toBeTruthy();
    expect(drawn.presses).toBe(first.presses);
  });
  it('a press reads what the job is now, not what it was when it was drawn', () => {
    let pressed = '';
    const says = (what: string) => () => {
      pressed = what;
    };
    const store = createStore<JobSession>()(
      () => ({ saveState: 'saved', dismiss: () => {}, jobNumber: 401 }) as unknown as JobSession,
    );
    store.setState({ dismiss: says('first') });
    render(
      <JobContext value={store}>
        <Presses />
      </JobContext>,
    );
    store.setState({ dismiss: says('second') });
    screen.getByText('press').click();
    expect(pressed).toBe('second');
  });
  it('outside a job it says so', () => {
    expect(() => render(<Presses />)).toThrow('useJob outside a job');
  });
});
