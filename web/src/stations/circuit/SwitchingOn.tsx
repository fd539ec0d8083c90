import { prechargeOf } from '@ombrik/core/circuit/precharge';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import { amps, seconds } from '../../ui/format.ts';

/** How an inverter's capacitors are filled before the isolator closes on them. */
export function SwitchingOn() {
  const { board, parts, dossier } = useJob();
  const rows = useMemo(() => prechargeOf(board, parts, dossier), [board, parts, dossier]);
  if (rows.length === 0) return null;
  return (
    <section aria-label="Switching on" className="mt-6">
      <h2 className="text-lg">Switching on: fill the inverter first</h2>
      {rows.map((r) => {
        const item = board.items.find((i) => i.id === r.itemId);
        return (
          <div key={r.itemId} className="mb-2">
            <p>
              <b>
                {item?.designation} {item?.name}
              </b>
              , about {(r.farad * 1000).toFixed(0)} mF of capacitors
              {r.inrushA !== null && <>: closing on them empty draws up to {amps(r.inrushA)} for an instant</>}.
            </p>
            {r.bankFills ? (
              <p>
                The bank fills them by itself: join everything, close the isolators, and wake the bank last. No resistor
                is wanted.
              </p>
            ) : (
              <p>
                Hold <b className="num">{r.ohm} Ω</b> across the open isolator for{' '}
                <b className="num">{seconds(r.timeS)}</b>: it starts at {amps(r.firstA)} and takes up{' '}
                <span className="num">{r.energyJ.toFixed(1)} J</span>. Then close.
              </p>
            )}
            {r.wakes === 'by charger' && (
              <p className="dim text-sm">
                A bank that has shut itself off comes back only when a charger puts its voltage on it: leave one that
                works without the bank, sun or mains, joined ahead of what shuts off.
              </p>
            )}
            {r.wakesLast && !r.bankFills && (
              <p className="dim text-sm">
                Or let the battery’s own electronics do it: join everything and close the isolators first, wake the
                battery last.
              </p>
            )}
          </div>
        );
      })}
      <p className="dim text-sm">
        Capacitors are estimated from the rating (from memory, no source); the maker’s figure replaces it. Insulated
        resistor and gloves: the lead is live.
      </p>
    </section>
  );
}
