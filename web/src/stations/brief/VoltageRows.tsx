import { useJob } from '../../session/useJob.ts';
import { amps, kilograms, mm2, money } from '../../ui/format.ts';
import { useStudy } from '../power/usePowerStudy.ts';

/** What 12, 24 and 48 V do to the copper of this load list. */
export function VoltageRows() {
  const job = useJob();
  const study = useStudy('voltage', job.board.brief.profileId, (s, board) => s.voltageAdvice(board, job.workshop));
  const advice = study.data;
  return (
    <section aria-label="System voltage">
      <h2 className="text-lg">System voltage</h2>
      {!advice ? (
        <p className="dim">{study.isPending ? 'Sizing the copper at 12, 24 and 48 V …' : 'Waits for the load list.'}</p>
      ) : (
        <>
          <table className="w-full text-sm">
            <thead>
              <tr className="dim text-left">
                <th>V</th>
                <th className="text-right">Trunk</th>
                <th className="text-right">Copper</th>
                <th className="text-right">Cost</th>
              </tr>
            </thead>
            <tbody>
              {advice.rows.map((r) => {
                const now = r.systemVoltageV === job.board.brief.systemVoltageV;
                return (
                  <tr key={r.systemVoltageV} className={`num ${now ? 'font-semibold text-primary' : ''}`}>
                    <td>
                      {now ? '▸' : '\u00a0'}
                      {r.systemVoltageV}
                    </td>
                    <td className="text-right">
                      {r.tooThin > 0 ? 'none fits' : `${amps(r.trunkA)}, ${mm2(r.trunkMm2)}`}
                    </td>
                    <td className="text-right">{kilograms(r.copperKg)}</td>
                    <td className="text-right">{money(r.copperPrice, job.workshop.currency)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className={`mt-1 text-sm ${advice.advised === job.board.brief.systemVoltageV ? 'dim' : 'text-warning'}`}>
            {advice.says}
          </p>
          <p className="dim text-xs">
            Every run of the load list and the trunk, out and back, by ampacity and drop of the rules; 4 m where nobody
            has measured.
          </p>
        </>
      )}
    </section>
  );
}
