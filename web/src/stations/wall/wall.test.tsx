// @vitest-environment happy-dom
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { SignIn } from '../../app/SignIn.tsx';
import { press } from '../../testing/hands.ts';
import { type Asked, serverThat, show } from '../../testing/screen.tsx';
import { ShopWall } from './ShopWall.tsx';
import { WorkshopPage } from './WorkshopPage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);
const change = (label: string | RegExp, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));

const job = (number: number, change: object = {}) => ({
  id: `jb_${number}`,
  number,
  revision: 3,
  wantedOn: null,
  archived: false,
  createdAt: '2026-11-01T08:00:00.000Z',
  jobName: `board ${number}`,
  customer: 'The summit club',
  systemVoltageV: 24,
  stations: [],
  stops: 0,
  leadTimeDays: 9,
  next: 'board',
  waitsFor: 'two routes',
  ...change,
});
const me = (role = 'designer') => ({
  person: { id: 'pe', name: 'Mira Holt', email: 'm', roles: [role] },
  workshopName: 'Teasel Works',
  demoPeople: [],
  mayNot: {
    'POST /api/people/invitations': 'only an owner does this',
    ...(role !== 'designer' && { 'POST /api/workshop': 'only an owner or a designer does this' }),
  },
});

describe('the wall', () => {
  const open = async (jobs = [job(401), job(402, { archived: true })]) => {
    const asked = serverThat({
      '/api/me': me(),
      '/api/jobs': (a: Asked) => (a.method === 'POST' ? { job: job(409) } : { jobs, count: jobs.length, behind: 0 }),
    });
    show(<ShopWall />, { at: '/' });
    await screen.findByRole('heading', { name: 'What must happen next' });
    await screen.findByRole('link', { name: /^401 / });
    return asked;
  };
  it('leads to each job where it waits, and finds one by what is typed', async () => {
    const asked = await open();
    await change('Find a job', 'summit');
    await waitFor(() => expect(asked.some((a) => a.path.includes('words=summit'))).toBe(true));
  });
  it('a job is copied and put away, each by a press with a key of its own', async () => {
    const asked = await open([job(401)]);
    await press(/^Copy /);
    await waitFor(() => expect(posts(asked)).toHaveLength(1));
    await press(/^Archive /);
    await waitFor(() => expect(posts(asked)).toHaveLength(2));
    expect(posts(asked).map(([path]) => path)).toEqual(['/api/jobs/jb_401/duplicate', '/api/jobs/jb_401/archive']);
    const keys = asked.flatMap((a) => (a.method === 'POST' ? [a.key] : []));
    expect(new Set(keys).size).toBe(2);
    for (const key of keys) expect(key).toMatch(/^\S{8,80}$/);
  });
  it('a new order asks for its name, and is taken in with what was chosen', async () => {
    const asked = await open();
    await press('New job');
    // The form comes when it is first opened.
    await screen.findByRole('button', { name: 'Take the job in' });
    await press('Take the job in');
    expect(screen.getByText('cannot be empty')).toBeTruthy();
    expect(posts(asked)).toEqual([]);
    await change('Job name', 'Fell End observatory');
    await change('System voltage', '24');
    await change('Wanted on', '2026-12-18');
    await press('Take the job in');
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual([
        '/api/jobs',
        {
          jobName: 'Fell End observatory',
          customer: '',
          place: '',
          wantedOn: '2026-12-18',
          template: '',
          systemVoltageV: 24,
          chemistry: 'lifepo4',
          profileId: 'craft-iso',
        },
      ]),
    );
    // While the job is being opened the form makes no other, whatever is typed into it.
    await waitFor(() =>
      expect((screen.getByRole('button', { name: 'Take the job in' }) as HTMLButtonElement).disabled).toBe(true),
    );
    await change('Customer', 'somebody else');
    await press('Take the job in');
    expect(posts(asked)).toHaveLength(1);
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb_409/brief'));
  });
});

describe('where an order starts from', () => {
  it('brings the rules that fit its place, unless somebody has chosen others', async () => {
    serverThat({ '/api/me': me(), '/api/jobs': { jobs: [job(401)], count: 1, behind: 0 } });
    show(<ShopWall />, { at: '/' });
    await press('New job');
    const rules = (await screen.findByLabelText('Rules')) as HTMLSelectElement;
    await change('Start from', 'hut');
    await waitFor(() => expect(rules.value).toBe('fixed-iec'));
    await change('Start from', 'cart');
    await waitFor(() => expect(rules.value).toBe('craft-iso'));
    await change('Rules', 'fixed-nec');
    await change('Start from', 'hut');
    expect(rules.value).toBe('fixed-nec');
  });
});

describe('signing in', () => {
  const open = (more = {}) => {
    const asked = serverThat({
      '/api/me': { ...me(), person: null, ...more },
      '/api/sign-in': { person: me().person, workshops: [] },
    });
    show(<SignIn />, { at: '/' });
    return asked;
  };
  it('asks for both before it asks the server', async () => {
    const asked = open();
    await press('Sign in');
    expect(screen.getAllByText('cannot be empty')).toHaveLength(2);
    await change('E-mail', 'mira');
    expect(screen.getByText('"mira": an e-mail address')).toBeTruthy();
    await change('E-mail', 'mira@teasel.example');
    await change('Password', ' kept as it is ');
    await press('Sign in');
    await waitFor(() =>
      expect(posts(asked)).toEqual([
        ['/api/sign-in', { email: 'mira@teasel.example', password: ' kept as it is ', workshopId: null }],
      ]),
    );
  });
  it('one click comes in only where there is demo data', async () => {
    open();
    await screen.findByText('Teasel Works');
    expect(screen.queryByText('Demo workshop: come in as')).toBeNull();
    cleanup();
    open({ demoPeople: [{ id: 'pe_t', name: 'Ada Fenn', email: 'a', roles: ['tester'] }] });
    expect(await screen.findByRole('button', { name: /Ada Fenn/ })).toBeTruthy();
  });
  it('without a first user it says how there comes to be one', async () => {
    open({ workshopName: null, isOpen: false });
    expect(await screen.findByText(/npm run first-user/)).toBeTruthy();
  });
});

describe('what the workshop holds true', () => {
  const open = async (role = 'designer') => {
    const asked = serverThat({
      '/api/me': me(role),
      '/api/workshop': (a: Asked) => ({
        workshop: { ...defaultWorkshop, version: '4', ...(a.method === 'POST' ? (a.body as object) : {}) },
      }),
    });
    show(<WorkshopPage />, { at: '/workshop' });
    await screen.findByLabelText('An hour of work');
    return asked;
  };
  const commit = async (label: string, value: string) => {
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
    await act(async () => void fireEvent.blur(screen.getByLabelText(label)));
  };
  it('one figure changed sends that figure and nothing else', async () => {
    const asked = await open();
    await commit('An hour of work', '72');
    await waitFor(() => expect(posts(asked)).toEqual([['/api/workshop', { hourRate: 72 }]]));
  });
  it('shares are typed in percent', async () => {
    const asked = await open();
    await commit('Usable share, AGM', '45');
    await waitFor(() => expect((posts(asked)[0]![1] as typeof defaultWorkshop).usableShare.agm).toBe(0.45));
  });
  it('only an owner or a designer changes it', async () => {
    await open('assembler');
    await waitFor(() => expect((screen.getByLabelText('An hour of work') as HTMLInputElement).disabled).toBe(true));
  });
  it('a sheet boards are cut from is added and removed', async () => {
    const asked = await open();
    const sheets = within(screen.getByRole('region', { name: 'Sheets boards are cut from' }));
    const before = defaultWorkshop.sheets.length;
    await act(async () => void fireEvent.click(sheets.getByRole('button', { name: /Add/ })));
    await waitFor(() => expect((posts(asked)[0]![1] as typeof defaultWorkshop).sheets).toHaveLength(before + 1));
  });
});
