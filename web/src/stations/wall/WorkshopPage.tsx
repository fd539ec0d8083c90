import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useLocation } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMay } from '../../app/useMe.ts';
import { Header } from '../../ui/Header.tsx';
import { LooksOn } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { BenchTools } from './BenchTools.tsx';
import { CrimpTools } from './CrimpTools.tsx';
import { FirstRun } from './FirstRun.tsx';
import { Hooks } from './Hooks.tsx';
import { Instruments } from './Instruments.tsx';
import { KeptSizes } from './KeptSizes.tsx';
import { KeptTubes } from './KeptTubes.tsx';
import { OwnRulesSheet } from './OwnRulesSheet.tsx';
import { StockSheets } from './StockSheets.tsx';
import { StoreRules } from './StoreRules.tsx';

type Change = Partial<Workshop>;

/** What the workshop holds true for all its boards. */
export function WorkshopPage() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['workshop'], queryFn: () => answer(api.workshop.$get()) });
  const save = usePress({
    route: 'POST /api/workshop',
    send: (change: Change, key) => answer(api.workshop.$post({ json: change as never }, keyed(key))),
    onSuccess: (saved) => {
      // Kept before it stops counting as on its way: a fetch that a live message cancels would leave the old values
      // for a moment, and take from the hand what it is typing.
      client.setQueryData(['workshop'], saved);
      return client.invalidateQueries();
    },
  });
  const kept = query.data?.workshop as Workshop | null | undefined;
  // What is on its way counts already: the next change is made to it.
  const workshop = kept && Object.assign({}, kept, ...save.pending);
  const may = useMay('POST /api/workshop');
  const owns = useMay('POST /api/people/invitations');
  const { hash } = useLocation();
  const there = workshop !== undefined;
  useEffect(() => {
    if (there && hash) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash, there]);
  const put = (change: Change) => save.mutate(change);
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Workshop</span>
      </Header>
      <LooksOn route="POST /api/workshop" />
      <main className="min-h-0 flex-1 overflow-auto mx-auto w-full max-w-3xl p-6">
        <div className="flex items-center">
          <h1 className="mr-auto text-2xl">{workshop?.name ?? 'Workshop'}</h1>
          {owns && (
            <Link to="/people" className="btn btn-sm">
              People
            </Link>
          )}
        </div>
        <p className="dim mb-3">
          Held true for all boards, version {workshop?.version}. A change derives every board anew.
        </p>
        {save.error && <Problems problems={problemsIn(save.error)} />}
        {workshop && <Sheets workshop={workshop} may={may} put={put} />}
        <div id="told">{owns && <Hooks />}</div>
        <div className="mt-6">
          <FirstRun again />
        </div>
      </main>
    </div>
  );
}

/** Everything the workshop holds true, sheet by sheet. */
function Sheets({ workshop, may, put }: { workshop: Workshop; may: boolean; put: (change: Change) => void }) {
  const disabled = !may;
  return (
    <>
      <div id="figures" className="scroll-mt-2">
        <Figures workshop={workshop} disabled={disabled} put={put} />
      </div>
      <div id="sheets" className="scroll-mt-2">
        <StockSheets sheets={workshop.sheets} kerfMm={workshop.sawKerfMm} disabled={disabled} onChange={put} />
      </div>
      <div id="sizes" className="scroll-mt-2">
        <KeptSizes
          kept={workshop.preferredAreasMm2}
          disabled={disabled}
          onChange={(preferredAreasMm2) => put({ preferredAreasMm2 })}
        />
      </div>
      <div id="tools" className="scroll-mt-2">
        <CrimpTools workshop={workshop} disabled={disabled} onChange={put} />
      </div>
      <div id="instruments" className="scroll-mt-2">
        <Instruments workshop={workshop} disabled={disabled} onChange={put} />
      </div>
      <div id="bench" className="scroll-mt-2">
        <BenchTools tools={workshop.benchTools} disabled={disabled} onChange={put} />
      </div>
      <div id="tubes" className="scroll-mt-2">
        <KeptTubes kept={workshop.keptTubes} disabled={disabled} onChange={(keptTubes) => put({ keptTubes })} />
      </div>
      <div id="store" className="scroll-mt-2">
        <StoreRules workshop={workshop} disabled={disabled} onChange={put} />
      </div>
      <div id="rules" className="scroll-mt-2">
        <OwnRulesSheet rules={workshop.ownRules} may={may} onChange={(ownRules) => put({ ownRules })} />
      </div>
    </>
  );
}

const USABLE = [
  ['agm', 'Usable share, AGM'],
  ['vented', 'Usable share, vented lead-acid'],
  ['lifepo4', 'Usable share, LiFePO4'],
] as const;

/** Single figures: shares, rates, and how the shop is reached. */
function Figures({
  workshop,
  disabled,
  put,
}: {
  workshop: Workshop;
  disabled: boolean;
  put: (change: Change) => void;
}) {
  return (
    <div className="grid grid-cols-2 gap-3 border border-base-300 bg-base-100 p-4">
      {USABLE.map(([chemistry, label]) => (
        <NumberField
          key={chemistry}
          label={label}
          disabled={disabled}
          value={Math.round(workshop.usableShare[chemistry] * 100)}
          min={10}
          max={100}
          unit="%"
          onCommit={(v) => put({ usableShare: { ...workshop.usableShare, [chemistry]: v / 100 } })}
        />
      ))}
      <NumberField
        label="An hour of work"
        disabled={disabled}
        value={workshop.hourRate}
        min={0}
        max={1000}
        unit={workshop.currency}
        onCommit={(hourRate) => put({ hourRate })}
      />
      <NumberField
        label="Margin on parts and cable"
        disabled={disabled}
        value={Math.round(workshop.marginShare * 1000) / 10}
        min={0}
        max={200}
        unit="%"
        onCommit={(v) => put({ marginShare: v / 100 })}
      />
      <NumberField
        label="Spare links beside each fuse used"
        disabled={disabled}
        value={workshop.spareLinks}
        min={0}
        max={20}
        unit=""
        onCommit={(v) => put({ spareLinks: Math.round(v) })}
      />
      <NumberField
        label="Meter against a battery’s display, beyond its cells"
        disabled={disabled}
        value={Math.round(workshop.unexplainedRestV * 1000)}
        min={0}
        max={5000}
        unit="mV"
        onCommit={(v) => put({ unexplainedRestV: v / 1000 })}
      />
      <TextField
        label="Currency"
        disabled={disabled}
        value={workshop.currency}
        max={6}
        required
        onCommit={(currency) => put({ currency })}
      />
      <TextField
        className="col-span-2"
        label="Address on labels and cards, as telephones reach this program"
        disabled={disabled}
        value={workshop.address}
        max={120}
        onCommit={(address) => put({ address: address.trim() })}
      />
      <p className="dim col-span-2 text-xs">{workshop.usableShareSource}</p>
    </div>
  );
}
