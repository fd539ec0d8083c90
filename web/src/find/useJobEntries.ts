import { STATIONS } from '@ombrik/core/stations';
import { use, useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { linkTo } from '../session/chosenName.ts';
import { JobContext } from '../session/useJob.ts';
import { atFinding } from '../ui/atFinding.ts';
import { STATION_TITLE } from '../ui/stationMarks.ts';
import { STATION_SHEETS } from '../ui/stationSheets.ts';
import type { Entry } from './finding.ts';

/** Where a chosen cable is of use: its card, where one is at the cables; the drawing one looks at; else the board. */
const placeOf = (path: string, chosen: 'item' | 'cable'): string => {
  const at = /\/jobs\/[^/]+\/(\w+)(\/\w+)?/.exec(path);
  const station = at?.[1] ?? 'board';
  if (station === 'cables' && chosen === 'cable') return 'cables/cards';
  return station === 'circuit' ? 'circuit/diagram' : 'board';
};

/** Stations, parts, wires and findings of the job under the hand; nothing where there is none. */
export function useJobEntries(): Entry[] {
  const store = use(JobContext);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  return useMemo(() => {
    if (!store) return [];
    // As it is when it is asked: nothing here is drawn while the board changes.
    const job = store.getState();
    const { jobId, shown, parts, findings, select, light } = job;
    const base = `/jobs/${jobId}`;
    const name = shown.brief.jobName;
    const itemOf = new Map(shown.items.map((i) => [i.id, i.designation]));
    const joinOf = new Map(shown.connections.map((c) => [c.id, c]));
    const ends = (connectionId: string | undefined): string | undefined => {
      const join = joinOf.get(connectionId ?? '');
      return join && `${itemOf.get(join.from.itemId)} to ${itemOf.get(join.to.itemId)}`;
    };
    return [
      ...STATIONS.map((s) => ({
        ...{ id: `station ${s}`, group: name, title: STATION_TITLE[s], note: 'station' },
        run: () => navigate(`${base}/${s}`),
      })),
      ...STATIONS.flatMap((s) =>
        Object.entries(STATION_SHEETS[s]).map(([path, title]) => ({
          ...{ id: `sheet ${s} ${path}`, group: 'Sheets', title, note: STATION_TITLE[s] },
          run: () => navigate(`${base}/${s}/${path}`),
        })),
      ),
      { id: 'history', group: name, title: 'History', note: 'revisions', run: () => navigate(`${base}/history`) },
      ...shown.items.map((i) => ({
        id: `item ${i.id}`,
        group: 'Parts',
        title: i.designation,
        note: [i.name, parts.get(i.partId)?.name].filter(Boolean).join(' · '),
        run: () => navigate(linkTo(job, placeOf(pathname, 'item'), { kind: 'item', id: i.id })),
      })),
      ...shown.cables.map((c) => ({
        id: `cable ${c.id}`,
        group: 'Wires',
        title: c.designation,
        note: ends(c.cores[0]?.connectionId),
        run: () => navigate(linkTo(job, placeOf(pathname, 'cable'), { kind: 'cable', id: c.id })),
      })),
      ...findings.map((f) => ({
        id: `finding ${f.id}`,
        group: 'Findings',
        title: f.says,
        note: f.severity,
        run: () => {
          const { place, chosen } = atFinding(f);
          if (!chosen) select(null);
          light(f.where);
          navigate(linkTo(job, place, chosen));
        },
      })),
    ];
  }, [store, navigate, pathname]);
}
