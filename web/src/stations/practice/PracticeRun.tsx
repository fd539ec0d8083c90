import { useParams } from 'react-router';
import { problemsIn } from '../../app/api.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { BoardActs } from './BoardActs.tsx';
import { MeterPanel } from './MeterPanel.tsx';
import { NameFault } from './NameFault.tsx';
import { Readings } from './Readings.tsx';
import { usePracticeRun } from './usePracticeRun.ts';

/** A fault looked for: what is connected on the left, the meter in the middle, what it is on the right. */
export function PracticeRun() {
  const { runId = '' } = useParams();
  const hands = usePracticeRun(runId);
  const { run } = hands;
  const trouble = hands.failed ?? hands.act.error ?? hands.guess.error ?? hands.giveUp.error;
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Practice</span>
        {run && (
          <span className="hidden min-w-0 truncate xl:inline">
            {run.boardName} · level {run.level}: {run.levelTitle}
          </span>
        )}
      </Header>
      {trouble && <Problems problems={problemsIn(trouble)} />}
      {!run && !trouble && <Waiting what="Laying the board on the bench" shape="page" />}
      {run && (
        <main className="grid min-h-0 flex-1 content-start overflow-auto lg:grid-cols-[minmax(210px,260px)_minmax(0,1fr)_minmax(220px,280px)] lg:content-stretch lg:overflow-hidden">
          <BoardActs run={run} hands={hands} />
          <section className="relative flex flex-col gap-4 p-5 lg:overflow-auto" aria-label="Meter">
            <MeterPanel run={run} hands={hands} />
            <Readings run={run} />
          </section>
          <NameFault run={run} hands={hands} />
        </main>
      )}
    </div>
  );
}
