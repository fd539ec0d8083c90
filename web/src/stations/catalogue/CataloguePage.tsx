import { useState } from 'react';
import { Header } from '../../ui/Header.tsx';
import { LooksOn } from '../../ui/LooksOn.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { DesignsSheet } from './DesignsSheet.tsx';
import { OwnPartsSheet } from './OwnPartsSheet.tsx';

const SHEETS = [
  ['parts', 'Own parts'],
  ['designs', 'House designs'],
] as const;

/** What the workshop has made its own for all its jobs: parts, and whole boards. */
export function CataloguePage() {
  const [sheet, setSheet] = useState<(typeof SHEETS)[number][0]>('parts');
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Catalogue</span>
      </Header>
      <LooksOn route="POST /api/catalogue/parts" />
      <main className="relative min-h-0 flex-1 overflow-auto px-4 pb-6">
        <div className="pt-2">
          <OneOf as="tabs" label="Catalogue" value={sheet} options={SHEETS} onPick={setSheet} />
        </div>
        {sheet === 'parts' ? <OwnPartsSheet /> : <DesignsSheet />}
      </main>
    </div>
  );
}
