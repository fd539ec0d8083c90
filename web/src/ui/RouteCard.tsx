import { differenceInCalendarDays, format, parseISO } from 'date-fns';
import { NavLink } from 'react-router';
import { useFloor } from '../app/useFloor.ts';
import { useJob } from '../session/useJob.ts';
import { STATE_MARK, STATE_WORDS, STATION_TITLE } from './stationMarks.ts';

/** The card that travels with the job: its stations in order, each with its state and a count. */
export function RouteCard() {
  const { jobId, jobNumber, board, wantedOn } = useJob();
  const { stations } = useFloor();
  const spare = wantedOn ? differenceInCalendarDays(parseISO(wantedOn), new Date()) : null;
  return (
    <nav aria-label="Route card" className="bg-base-100 px-2.5 py-3">
      <div className="mx-auto mb-2 h-[18px] w-[18px] rounded-full bg-base-200 shadow-inner" aria-hidden />
      <h2 className="text-[17px] leading-tight">Route card {jobNumber}</h2>
      <p className="dim text-xs leading-snug">
        {board.brief.jobName}
        <br />
        {wantedOn ? `wanted ${format(parseISO(wantedOn), 'EEE d MMM')} · ${spare} days` : 'no date agreed'}
      </p>
      <ol className="mt-2">
        {stations.map((s) => (
          <li key={s.station} className="perforated">
            <NavLink
              to={`/jobs/${jobId}/${s.station}`}
              className={({ isActive }) =>
                `label-face grid min-h-[38px] grid-cols-[22px_1fr_auto] items-center px-1.5 text-[17px] ${isActive ? 'rounded bg-primary text-primary-content' : 'hover:bg-base-200'}`
              }
            >
              <span aria-hidden className="text-[13px]">
                {STATE_MARK[s.state]}
              </span>
              <span>{STATION_TITLE[s.station]}</span>
              <span className="num text-xs">
                <span className="sr-only">{STATE_WORDS[s.state]} </span>
                {s.count > 0 ? s.count : ''}
              </span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
