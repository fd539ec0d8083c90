import { isOpen } from '@ombrik/core/findings/settled';
import type { StationName } from '@ombrik/core/stations';
import { Redo2, Undo2 } from 'lucide-react';
import { memo, type ReactNode, Suspense, useEffect, useState } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Link, Navigate, useParams } from 'react-router';
import { useKeys } from '../find/bindings.ts';
import { JobProvider } from '../session/JobProvider.tsx';
import { useJob } from '../session/useJob.ts';
import { EditRight } from '../ui/editRight.ts';
import { FindingsTray } from '../ui/FindingsTray.tsx';
import { Header } from '../ui/Header.tsx';
import { Later } from '../ui/Later.tsx';
import { LooksOn } from '../ui/LooksOn.tsx';
import { Problems } from '../ui/Problems.tsx';
import { RouteCard } from '../ui/RouteCard.tsx';
import { Failed } from '../ui/states/Failed.tsx';
import { Waiting } from '../ui/states/Waiting.tsx';
import { WhyDrawer } from '../ui/WhyDrawer.tsx';
import { WhyContext } from '../ui/whyContext.ts';
import { Asks } from './Asks.tsx';
import { atHand } from './atHand.ts';
import { Conflict } from './Conflict.tsx';
import { OnTheFloor } from './OnTheFloor.tsx';
import { STATION } from './stationPieces.ts';
import { stationsAhead } from './stationsAhead.ts';
import { type Route, useMayNot } from './useMe.ts';
import { useChosenInAddress, useWhyInAddress } from './usePlaceInAddress.ts';

const SAVE_WORDS = {
  saved: 'saved',
  saving: 'saving …',
  offline: 'not saved: server out of reach, trying again',
  conflict: 'somebody else changed this board',
};

/** By itself: it is not drawn again with every station that is opened. */
const JobHeader = memo(function JobHeader() {
  const job = useJob();
  const { undo, redo } = job;
  // Why it cannot be kept stands below where the server has said so.
  const saved = job.saveState === 'offline' && job.awayWords ? 'not saved, trying again' : SAVE_WORDS[job.saveState];
  useKeys('This job', [
    { keys: '$mod+z', says: 'Undo', run: undo },
    { keys: '$mod+y', says: 'Redo', run: redo },
    { keys: '$mod+Shift+z', says: 'Redo as well', run: redo },
  ]);
  return (
    <Header>
      <span className="truncate">
        {job.board.brief.jobName} · {job.board.brief.systemVoltageV} V · revision {job.revision}
      </span>
      <span className="flex-1" />
      <span
        role="status"
        title={saved}
        className={`max-w-44 shrink-0 truncate xl:max-w-none ${job.saveState === 'saved' || job.saveState === 'saving' ? '' : 'label-face bg-warning px-2 text-warning-content'}`}
      >
        {saved}
      </span>
      <button
        type="button"
        className="btn btn-ghost btn-sm"
        disabled={!job.undoLabel}
        title={job.undoLabel ? `Undo: ${job.undoLabel} (Ctrl Z)` : 'Nothing of yours to undo'}
        onClick={undo}
      >
        <Undo2 size={15} aria-hidden /> <span className="sr-only 2xl:not-sr-only">Undo</span>
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-sm max-sm:hidden"
        disabled={!job.redoLabel}
        title={job.redoLabel ? `Redo: ${job.redoLabel} (Ctrl Y)` : 'Nothing to redo'}
        onClick={redo}
      >
        <Redo2 size={15} aria-hidden /> <span className="sr-only 2xl:not-sr-only">Redo</span>
      </button>
    </Header>
  );
});

/** The server's own words for why it cannot keep a change: too long for the bar on top. */
function Away() {
  const { saveState, awayWords } = useJob();
  return saveState === 'offline' && awayWords ? <Asks>not saved: {awayWords}; trying again</Asks> : null;
}

/** Changes a page that went away had not sent: offered, never sent by themselves. */
function LeftBehind() {
  const { left, takeUpLeft } = useJob();
  if (left.length === 0) return null;
  return (
    <Asks>
      <span className="flex-1">
        {left.length === 1 ? 'One change' : `${left.length} changes`} made here before{' '}
        {left.length === 1 ? 'was' : 'were'} not saved:{' '}
        {left
          .map((e) => e.label)
          .slice(0, 4)
          .join(', ')}
        {left.length > 4 && ' …'}
      </span>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => takeUpLeft(true)}>
        Save {left.length === 1 ? 'it' : 'them'} now
      </button>
      <button type="button" className="btn btn-sm" onClick={() => takeUpLeft(false)}>
        Forget {left.length === 1 ? 'it' : 'them'}
      </button>
    </Asks>
  );
}

/** By itself, so that nothing else is drawn anew with every change of the board. */
function ChosenInAddress() {
  useChosenInAddress();
  return null;
}

const EDITS: Route = 'POST /api/jobs/:id/edits';
/** What a station is changed by most: who may not is told so on top of it. */
const CHANGED_BY: Readonly<Record<StationName, Route>> = {
  brief: EDITS,
  power: EDITS,
  circuit: EDITS,
  board: EDITS,
  cables: 'POST /api/jobs/:id/made',
  build: 'POST /api/jobs/:id/build/records',
  test: 'POST /api/jobs/:id/bench/records',
  ship: 'POST /api/jobs/:id/ship',
};

/** Places where findings do not crowd the floor's work: the tray opens on request instead. */
const TRAY_CLOSED: readonly StationName[] = ['brief', 'power', 'cables', 'test', 'ship'];

/** From this width on there is room for the tray beside; a drawing needs more of it than a list. */
const roomFrom = (station: StationName) => (station === 'circuit' ? 1200 : 900);
const opensTray = (station: StationName) => !TRAY_CLOSED.includes(station) && window.innerWidth >= roomFrom(station);

/** The station as it was to be had when it was opened: what is drawn is not put away for its coming. */
function Station({ name }: { name: StationName }) {
  const [Piece] = useState(() => atHand(name) ?? STATION[name]);
  return <Piece />;
}

/** By itself: an address that says more of the same station draws none of it anew. */
const StationFrame = memo(function StationFrame({ station }: { station: StationName }) {
  const job = useJob();
  const mayNot = useMayNot(CHANGED_BY[station]);
  const edits = CHANGED_BY[station] === EDITS ? mayNot : null;
  // What was pressed holds for the station it was pressed at.
  const [pressed, setPressed] = useState<{ station: StationName; open: boolean } | null>(null);
  const trayOpen = pressed?.station === station ? pressed.open : opensTray(station);
  const ownAside = station === 'board';
  useEffect(stationsAhead, []);
  return (
    <div className="flex h-full flex-col">
      <ChosenInAddress />
      <JobHeader />
      <Away />
      <Conflict />
      <LeftBehind />
      <OnTheFloor />
      <LooksOn route={CHANGED_BY[station]} />
      <Problems problems={job.problems} onDismiss={job.dismiss} />
      <div className="relative grid min-h-0 flex-1 grid-rows-[auto_minmax(0,1fr)] print:block lg:grid-cols-[172px_minmax(0,1fr)] lg:grid-rows-1 xl:grid-cols-[204px_minmax(0,1fr)]">
        <div className="flex min-w-0 items-center border-base-300 border-b bg-base-100 print:hidden lg:flex-col lg:items-stretch lg:border-r lg:border-b-0">
          <RouteCard />
          {!ownAside && (
            <button
              type="button"
              className="btn btn-sm btn-ghost mx-2 shrink-0 lg:mt-auto lg:mb-3"
              aria-expanded={trayOpen}
              onClick={() => setPressed({ station, open: !trayOpen })}
            >
              {trayOpen ? 'Hide findings' : `Findings: ${job.findings.filter(isOpen).length}`}
            </button>
          )}
        </div>
        <div
          className={`grid min-h-0 min-w-0 print:block ${!ownAside && trayOpen ? 'grid-rows-[minmax(0,1fr)_minmax(0,40%)] md:grid-cols-[minmax(0,1fr)_272px] md:grid-rows-1' : 'grid-rows-1'}`}
        >
          <div className="relative min-h-0 min-w-0 overflow-auto">
            <ErrorBoundary key={station} FallbackComponent={Broken}>
              <Suspense fallback={<Waiting what="Opening the station" shape="page" />}>
                <EditRight value={edits}>
                  <div className="contents" data-station={station}>
                    <Station name={station} />
                  </div>
                </EditRight>
              </Suspense>
            </ErrorBoundary>
          </div>
          {!ownAside && trayOpen && (
            <aside className="relative overflow-auto border-l border-base-300 bg-base-100 p-3 print:hidden">
              <Later>
                <FindingsTray />
              </Later>
            </aside>
          )}
        </div>
        <WhyDrawer />
      </div>
    </div>
  );
});

/** A station that cannot be drawn says so; what was edited is kept, and the others go on working. */
function Broken({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <div role="alert" className="m-6 border-l-4 border-error p-3">
      <p>This station cannot be shown: {error instanceof Error ? error.message : String(error)}.</p>
      <p className="dim">Nothing that was saved is lost. Undo may take back what led here.</p>
      <button type="button" className="btn btn-sm mt-2" onClick={resetErrorBoundary}>
        Try again
      </button>
    </div>
  );
}

/** What stands in the place of a job that is not there. */
const instead = (of: ReactNode): ReactNode => (
  <div className="flex h-full flex-col">
    <Header />
    {of}
  </div>
);
const waiting = instead(<Waiting what="Fetching the job and working the board out" shape="page" className="p-8" />);
const failed = (error: Error, again: () => void): ReactNode =>
  instead(
    <div className="p-8">
      <Failed what="this job" error={error} again={again} className="" />
      <Link className="btn btn-sm mt-3" to="/">
        To the shop wall
      </Link>
    </div>,
  );

/** One job: header, route card, station, findings, why. */
export function JobShell() {
  const { jobId = '', station = '' } = useParams();
  const why = useWhyInAddress();
  if (!(station in STATION)) return <Navigate to={`/jobs/${jobId}/brief`} replace />;
  return (
    <WhyContext value={why}>
      <JobProvider key={jobId} jobId={jobId} waiting={waiting} failed={failed}>
        <StationFrame station={station as StationName} />
      </JobProvider>
    </WhyContext>
  );
}
