import type { StationName } from '@ombrik/core/stations';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { useEffect, useRef } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import { fetchAhead } from '../app/fetchAhead.ts';
import { bringStation } from '../app/stationPieces.ts';
import { useFloor } from '../app/useFloor.ts';
import { useGo } from '../app/useGo.ts';
import { usePresent } from '../app/useLive.ts';
import { useJob } from '../session/useJob.ts';
import { weekdayWords } from '../told/days.ts';
import { Here } from './Here.tsx';
import { STATE_MARK, STATE_WORDS, STATION_TITLE } from './stationMarks.ts';

const bring = (station: StationName) => void fetchAhead(bringStation[station]);

/** The card that travels with the job: its stations in order, each with its state and a count. */
export function RouteCard() {
  const { jobId, jobNumber, board, wantedOn, revision } = useJob();
  const { stations } = useFloor();
  const present = usePresent();
  const here = (place: string) => present.filter((p) => p.at === `${jobId}/${place}`);
  const stops = useRef<HTMLOListElement>(null);
  const { pathname } = useLocation();
  const go = useGo();
  // On a narrow screen the card is a strip: where one is stays in sight. On a wide one nothing is measured: it would lay
  // the page out before its time.
  useEffect(() => {
    const list = matchMedia('(min-width: 1024px)').matches ? null : stops.current;
    const here = list?.querySelector<HTMLElement>('[aria-current="page"]')?.parentElement;
    if (list && here && list.scrollWidth > list.clientWidth)
      list.scrollLeft = here.offsetLeft - (list.clientWidth - here.offsetWidth) / 2;
  }, [pathname, stations]);
  const spare = wantedOn ? differenceInCalendarDays(parseISO(wantedOn), new Date()) : null;
  return (
    <nav
      aria-label="Route card"
      className="flex min-w-0 flex-1 items-center gap-2 bg-base-100 px-2.5 py-1 lg:block lg:flex-none lg:py-3"
    >
      <div
        className="mx-auto mb-2 hidden h-[18px] w-[18px] lg:block rounded-full bg-base-200 shadow-inner"
        aria-hidden
      />
      <h2 className="shrink-0 text-[17px] leading-tight">
        <span className="sr-only lg:not-sr-only">Route card </span>
        {jobNumber}
      </h2>
      <p className="dim hidden text-xs leading-snug lg:block">
        {board.brief.jobName}
        <br />
        {wantedOn ? `wanted ${weekdayWords(wantedOn)} · ${spareWords(spare!)}` : 'no date agreed'}
      </p>
      <Link
        to={`/jobs/${jobId}/history`}
        className="hidden text-xs underline decoration-dotted underline-offset-4 lg:inline"
        title="What became of it, revision by revision"
      >
        revision {revision}, history
      </Link>{' '}
      <span className="hidden text-xs lg:inline">
        <Here people={here('history')} />
      </span>
      <ol ref={stops} className="relative flex min-w-0 flex-1 overflow-x-auto lg:mt-2 lg:block">
        {stations.map((s) => (
          <li key={s.station} className="shrink-0 border-base-300 border-dashed lg:border-t">
            <NavLink
              to={`/jobs/${jobId}/${s.station}`}
              onPointerEnter={() => bring(s.station)}
              onFocus={() => bring(s.station)}
              onClick={go}
              className={({ isActive }) =>
                `label-face grid min-h-[38px] grid-cols-[22px_1fr_auto_auto] items-center gap-x-0.5 px-1.5 text-[17px] ${isActive ? 'rounded bg-primary text-primary-content' : 'hover:bg-base-200 active:bg-base-300'}`
              }
            >
              <span aria-hidden className="text-[13px]">
                {STATE_MARK[s.state]}
              </span>
              <span>{STATION_TITLE[s.station]}</span>
              <span className="px-0.5">
                <Here people={here(s.station)} most={2} />
              </span>
              <span className="num text-xs">
                <span className="sr-only">{STATE_WORDS[s.state]} </span>
                {s.count > 0 ? s.count : ''}
                {s.count > 0 && <span className="sr-only"> left</span>}
              </span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}

const spareWords = (days: number): string => {
  const many = `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'}`;
  return days < 0 ? `${many} late` : many;
};
