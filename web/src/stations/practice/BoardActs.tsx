import type { PracticeAct } from '@ombrik/core/practice/practiceActs';
import type { PracticeHands, PracticeRunView } from './usePracticeRun.ts';

interface Act {
  says: string;
  on: boolean;
  act: PracticeAct;
}

function Toggle({ says, on, act, hands, over }: Act & { hands: PracticeHands; over: boolean }) {
  return (
    <li>
      <button
        type="button"
        className={`btn btn-sm w-full justify-start gap-2 ${on ? 'btn-primary' : ''}`}
        aria-pressed={on}
        disabled={over || hands.act.isPending}
        onClick={() => hands.act.mutate(act)}
      >
        <span aria-hidden>{on ? '●' : '○'}</span>
        <span className="truncate">{says}</span>
      </button>
    </li>
  );
}

const toggle = (says: string, on: boolean, put: PracticeAct, take: PracticeAct): Act => ({
  says,
  on,
  act: on ? take : put,
});

/** What can be connected, closed and put in; each press does it, safe or not. */
export function BoardActs({ run, hands }: { run: PracticeRunView; hands: PracticeHands }) {
  const { state, sheet } = run;
  const over = run.endedAt !== null;
  const groups: [string, Act[]][] = [
    [
      'Bank',
      [
        toggle('Bank connected', state.bank, { do: 'connectBank' }, { do: 'disconnectBank' }),
        ...(sheet.wokenLast ? [{ says: 'Bank woken', on: state.awake, act: { do: 'wakeBank' } as const }] : []),
        toggle('Isolators closed', state.isolators, { do: 'closeIsolators' }, { do: 'openIsolators' }),
      ],
    ],
    [
      'Fuses',
      sheet.seats.map((s) =>
        toggle(s.says, state.linksIn.includes(s.key), { do: 'putLink', key: s.key }, { do: 'takeLink', key: s.key }),
      ),
    ],
    [
      'Inverters and sources',
      [
        ...sheet.inverters.flatMap((i): Act[] => [
          ...(sheet.wokenLast
            ? []
            : [
                {
                  says: `${i.says}: capacitors filled`,
                  on: state.filled.includes(i.itemId),
                  act: { do: 'fill', itemId: i.itemId } as const,
                },
              ]),
          { says: `${i.says} on`, on: state.inverters.includes(i.itemId), act: { do: 'inverterOn', itemId: i.itemId } },
        ]),
        ...sheet.chargers.map(
          (c): Act => ({
            says: `${c.says}: ${c.from} on`,
            on: state.sources.includes(c.itemId),
            act: { do: 'connectSource', itemId: c.itemId },
          }),
        ),
      ],
    ],
    [
      'Loads',
      sheet.loads.map((l) => {
        const on = state.flowsOn.includes(l.flowKey);
        return { says: `${l.says} on`, on, act: { do: 'switch', flowKey: l.flowKey, on: !on } as const };
      }),
    ],
  ];
  return (
    <section className="relative border-base-300 bg-base-100 p-4 lg:overflow-auto lg:border-r" aria-label="The board">
      <p className="border-l-4 border-error p-2 text-[13px]" style={{ background: 'var(--stop-wash)' }}>
        As on a real bench: what is unsafe ends the run.
      </p>
      {groups.map(
        ([title, acts]) =>
          acts.length > 0 && (
            <div key={title} className="mt-3">
              <h2 className="text-[17px]">{title}</h2>
              <ul className="mt-1 grid gap-1 max-lg:grid-cols-2">
                {acts.map((a) => (
                  <Toggle key={a.says} {...a} hands={hands} over={over} />
                ))}
              </ul>
            </div>
          ),
      )}
    </section>
  );
}
