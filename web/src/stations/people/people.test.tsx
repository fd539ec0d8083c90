// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ComeIn } from '../../app/ComeIn.tsx';
import { type Asked, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { ChangeHands } from './ChangeHands.tsx';
import { OwnPage } from './OwnPage.tsx';
import { PeoplePage } from './PeoplePage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const change = (label: string, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
const click = (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })));
const posts = (asked: readonly Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);

const ROLES = ['owner', 'assembler', 'tester'].map((role) => ({ role, says: `what ${role} does` }));
const person = (id: string, name: string, roles: string[], endedAt: string | null = null) => ({
  ...{ id, name, roles, endedAt },
  email: `${id}@x.example`,
  hasPin: false,
});

describe('who works here', () => {
  const open = async (answers: Record<string, unknown> = {}) => {
    const asked = serverThat({
      '/api/me': MIRA,
      '/api/people': {
        people: [
          person('mira', 'Mira', ['owner']),
          person('jo', 'Jo', ['assembler']),
          person('ed', 'Ed', ['tester'], '2026-11-02T10:00:00Z'),
        ],
        invitations: [
          { id: 'in_1', name: 'Nora', roles: ['tester'], personId: null, expiresAt: '2026-12-07T00:00:00Z' },
        ],
        roles: ROLES,
      },
      ...answers,
    });
    show(<PeoplePage />, { at: '/people' });
    await screen.findByRole('table', { name: 'People' });
    return asked;
  };
  it('roles are ticked, one press each, with all that stay', async () => {
    const asked = await open({ '/api/people/jo/roles': { ok: true } });
    const roles = within(screen.getByRole('group', { name: 'What Jo is' }));
    await act(async () => void fireEvent.click(roles.getByRole('checkbox', { name: 'tester' })));
    await waitFor(() => expect(posts(asked)).toEqual([['/api/people/jo/roles', { roles: ['assembler', 'tester'] }]]));
  });
  it('what the server refuses is said, and nothing is taken for done', async () => {
    await open({ '/api/people/mira/roles': { status: 409, problems: ['nobody else is an owner'] } });
    const roles = within(screen.getByRole('group', { name: 'What Mira is' }));
    await act(async () => void fireEvent.click(roles.getByRole('checkbox', { name: 'owner' })));
    expect(await screen.findByText('nobody else is an owner')).toBeTruthy();
    expect((roles.getByRole('checkbox', { name: 'owner' }) as HTMLInputElement).checked).toBe(true);
  });
  it('ending somebody is asked for twice; who is ended has no presses', async () => {
    const asked = await open({ '/api/people/jo/ended': { ok: true } });
    const row = (name: string) => within(screen.getByRole('row', { name: new RegExp(`^${name}`) }));
    expect(row('Ed').queryAllByRole('button')).toEqual([]);
    await act(async () => void fireEvent.click(row('Jo').getByRole('button', { name: 'End …' })));
    expect(posts(asked)).toEqual([]);
    await click('End Jo');
    await waitFor(() => expect(posts(asked)).toEqual([['/api/people/jo/ended', { ended: true }]]));
  });
  it('a link is shown once and put away', async () => {
    const asked = await open({ '/api/people/invitations': { invitation: {}, token: 'abc' } });
    await change('Name', 'Nils');
    await click('Make a link');
    const link = (await screen.findByLabelText('Link for Nils')) as HTMLInputElement;
    expect(link.value).toMatch(/\/come-in\/abc$/);
    expect(posts(asked)).toEqual([['/api/people/invitations', { name: 'Nils', roles: ['assembler'] }]]);
    await click('Put it away');
    expect(screen.queryByLabelText('Link for Nils')).toBeNull();
  });
});

describe('a link', () => {
  const open = (answers: Record<string, unknown>) => {
    const asked = serverThat({ '/api/me': MIRA, ...answers });
    show(
      <Routes>
        <Route path="/come-in/:token" element={<ComeIn />} />
        <Route path="*" element={<p>inside</p>} />
      </Routes>,
      { at: '/come-in/tok' },
    );
    return asked;
  };
  it('lets somebody new in with the name it was made for', async () => {
    const asked = open({
      '/api/come-in/tok': (a: Asked) =>
        a.method === 'GET' ? { workshopName: 'Teasel', name: 'Nora', roles: ['tester'], again: false } : { ok: true },
    });
    expect(((await screen.findByLabelText('Name')) as HTMLInputElement).value).toBe('Nora');
    await change('E-mail', 'nora@x.example');
    await change('Password', 'nine wet boots');
    await click('Come in');
    await screen.findByText('inside');
    expect(posts(asked)).toEqual([
      ['/api/come-in/tok', { name: 'Nora', email: 'nora@x.example', password: 'nine wet boots' }],
    ]);
  });
  it('of who lost the password asks for nothing else', async () => {
    open({ '/api/come-in/tok': { workshopName: 'Teasel', name: 'Ada', roles: ['tester'], again: true } });
    await screen.findByText(/a new password for Ada/);
    expect(screen.queryByLabelText('E-mail')).toBeNull();
  });
  it('that is spent says so', async () => {
    open({ '/api/come-in/tok': { status: 404, problems: ['this link lets nobody in any more'] } });
    expect(await screen.findByText('this link lets nobody in any more')).toBeTruthy();
  });
});

describe('one’s own', () => {
  it('password and PIN are changed by who knows the password, and the fields are emptied', async () => {
    const asked = serverThat({ '/api/me': MIRA, '/api/own/sessions': { sessions: [] }, '/api/own/pin': { ok: true } });
    show(<OwnPage />, { at: '/me' });
    const pin = within(await screen.findByRole('region', { name: 'PIN' }));
    const type = (label: string, value: string) =>
      act(async () => void fireEvent.change(pin.getByLabelText(label), { target: { value } }));
    await type('Password now', 'mine');
    await type('PIN, 4 to 8 digits', '4071');
    await act(async () => void fireEvent.click(pin.getByRole('button', { name: 'Keep it' })));
    await pin.findByText('PIN kept.');
    expect(posts(asked)).toEqual([['/api/own/pin', { password: 'mine', pin: '4071' }]]);
    expect((pin.getByLabelText('PIN, 4 to 8 digits') as HTMLInputElement).value).toBe('');
  });
  it('places are signed out one by one, never the one in the hand', async () => {
    const session = (id: string, own: boolean) => ({
      id,
      own,
      via: 'password',
      agent: `Browser (x) ${id}`,
      createdAt: '',
      seenAt: new Date().toISOString(),
    });
    const asked = serverThat({
      '/api/me': MIRA,
      '/api/own/sessions': { sessions: [session('here', true), session('there', false)] },
      '/api/own/sessions/there/end': { ok: true },
    });
    show(<OwnPage />, { at: '/me' });
    await screen.findByRole('table', { name: 'Sessions' });
    await click('Sign out there');
    await waitFor(() => expect(posts(asked).map(([path]) => path)).toEqual(['/api/own/sessions/there/end']));
  });
});

describe('a tablet that changes hands', () => {
  const open = async (answers: Record<string, unknown> = {}, at = '/hands?back=%2Fjobs%2Fjb%2Fbuild') => {
    const asked = serverThat({
      '/api/me': MIRA,
      '/api/own/switch': (a: Asked) =>
        a.method === 'GET' ? { people: [{ id: 'jo', name: 'Jo', roles: ['assembler'] }] } : { person: {} },
      ...answers,
    });
    show(<ChangeHands />, { at });
    await screen.findByRole('button', { name: /Jo/ });
    await click(/Jo/);
    return asked;
  };
  it('goes on where it was once the PIN is said', async () => {
    const asked = await open();
    expect((screen.getByRole('button', { name: 'Go' }) as HTMLButtonElement).disabled).toBe(true);
    for (const digit of '40719') await click(digit);
    await click('take the last digit back');
    await click('Go');
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb/build'));
    expect(posts(asked)).toEqual([['/api/own/switch', { personId: 'jo', pin: '4071' }]]);
  });
  it('never goes to another site', async () => {
    await open({}, '/hands?back=%2F%2Felsewhere.example');
    for (const digit of '4071') await click(digit);
    await click('Go');
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/'));
  });
  it('a wrong PIN is said and the digits are gone', async () => {
    await open({
      '/api/own/switch': (a: Asked) =>
        a.method === 'GET'
          ? { people: [{ id: 'jo', name: 'Jo', roles: [] }] }
          : { status: 403, problems: ['the PIN is another'] },
    });
    for (const digit of '1111') await click(digit);
    await click('Go');
    await screen.findByText('the PIN is another');
    expect(screen.getByLabelText('Digits said').textContent).toBe('');
  });
});
