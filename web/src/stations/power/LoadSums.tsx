import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ampHours, days, watts } from '../../ui/format.ts';

/** What the load list asks of the system. */
export function LoadSums() {
  const job = useJob();
  const { energy } = job.dossier;
  return (
    <dl className="grid grid-cols-[1fr_auto] content-start gap-x-3 gap-y-1">
      <dt className="dim">in a day, warm half</dt>
      <dd className="text-right">
        <Askable address="job/warmDailyAh">{ampHours(energy.warmDailyAh)}</Askable>
      </dd>
      <dt className="dim">in a day, cold half</dt>
      <dd className="text-right">
        <Askable address="job/coldDailyAh">{ampHours(energy.coldDailyAh)}</Askable>
      </dd>
      <dt className="dim">of it essential</dt>
      <dd className="num text-right">{ampHours(energy.essentialAh)}</dd>
      <dt className="dim">most on together, {energy.peakHour}:00</dt>
      <dd className="text-right">
        <Askable address="job/peakW">{watts(energy.peakW)}</Askable>
      </dd>
      <dt className="dim">everything at once</dt>
      <dd className="num text-right">{watts(energy.connectedW)}</dd>
      {energy.mainsPeakW > 0 && (
        <>
          <dt className="dim">mains side, running / starting</dt>
          <dd className="num text-right">
            {watts(energy.mainsPeakW)} / {watts(energy.mainsSurgeW)}
          </dd>
        </>
      )}
      {energy.largestSurge && (
        <>
          <dt className="dim">
            largest start, {job.board.items.find((i) => i.id === energy.largestSurge!.itemId)?.designation}
          </dt>
          <dd className="text-right">
            <Askable address={`load/${energy.largestSurge.itemId}/surgeW`}>{watts(energy.largestSurge.surgeW)}</Askable>
          </dd>
        </>
      )}
      <dt className="dim">lasts without charging</dt>
      <dd className="text-right">
        {energy.autonomyDays === null ? (
          <span className="dim">needs a bank</span>
        ) : (
          <Askable address="job/autonomyDays">{days(energy.autonomyDays)}</Askable>
        )}
      </dd>
      <dt className="dim">bank for {job.board.settings.autonomyDays} days</dt>
      <dd className="text-right">
        <Askable address="job/wantedBankAh">{ampHours(energy.wantedBankAh)}</Askable>
      </dd>
    </dl>
  );
}
