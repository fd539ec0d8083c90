import { useJob } from '../../session/useJob.ts';
import { amps, kilograms, mm2, money } from '../../ui/format.ts';
import { DataTable } from '../../ui/table/DataTable.tsx';
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
          <DataTable
            label="Copper by system voltage"
            className="w-full text-sm [&_thead]:font-normal [&_th]:text-left [&_th.text-right]:text-right"
            rowClass={(r) =>
              `num ${r.systemVoltageV === job.board.brief.systemVoltageV ? 'font-semibold text-primary' : ''}`
            }
            columns={[
              {
                title: 'V',
                cell: (r) =>
                  `${r.systemVoltageV === job.board.brief.systemVoltageV ? '▸' : '\u00a0'}${r.systemVoltageV}`,
              },
              {
                title: 'Trunk',
                right: true,
                cell: (r) =>
                  r.tooThin > 0 ? (
                    'none fits'
                  ) : (
                    <span className="whitespace-normal">
                      {amps(r.trunkA)}, <span className="inline-block">{mm2(r.trunkMm2)}</span>
                    </span>
                  ),
              },
              { title: 'Copper', right: true, cell: (r) => kilograms(r.copperKg) },
              { title: 'Cost', right: true, cell: (r) => money(r.copperPrice, job.workshop.currency) },
            ]}
            rows={advice.rows}
            keyOf={(r) => r.systemVoltageV}
          />
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
