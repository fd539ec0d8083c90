import { APPLIANCE_SOURCE, APPLIANCES, type Appliance, GROUP_WORDS } from '@ombrik/core/devices/data/appliances';

/** Typical loads to take one from; their figures are only a start. */
export function ApplianceShelf({ onTake, onClose }: { onTake: (appliance: Appliance) => void; onClose: () => void }) {
  const groups = Object.keys(GROUP_WORDS) as Appliance['group'][];
  return (
    <section
      aria-label="Shelf of typical loads"
      className="mb-3 border border-base-300 bg-base-100 p-3"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
    >
      <div className="grid grid-cols-4 gap-x-5 gap-y-2">
        {groups.map((group) => (
          <div key={group}>
            <h3 className="text-base">{GROUP_WORDS[group]}</h3>
            <ul>
              {APPLIANCES.filter((a) => a.group === group).map((a) => (
                <li key={a.name}>
                  <button
                    type="button"
                    className="flex w-full justify-between gap-2 py-0.5 text-left text-sm hover:text-primary"
                    onClick={() => onTake(a)}
                  >
                    <span>{a.name}</span>
                    <span className="num dim">
                      {a.load.rating?.kind === 'watts' ? `${a.load.rating.powerW} W` : ''}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
      <p className="dim mt-2 text-xs">{APPLIANCE_SOURCE}.</p>
    </section>
  );
}
