import type { Away, ShopCalendar } from '@ombrik/core/shop/shopCalendar';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { NumberField } from '../../ui/TextField.tsx';
import { AwayList } from './AwayList.tsx';
import { HandsRow } from './HandsRow.tsx';

interface CalendarProps {
  sheet: ShopSheet;
  feed: string | null;
  may: boolean;
  onCalendar: (calendar: ShopCalendar) => void;
  onFeed: () => void;
}

/** When who is in the shop and what they do, days it is closed, places to work, and the address calendars subscribe to. */
export function CalendarSheet({ sheet, feed, may, onCalendar, onFeed }: CalendarProps) {
  const { calendar } = sheet;
  const put = (change: Partial<ShopCalendar>) => onCalendar({ ...calendar, ...change });
  return (
    <div className="grid max-w-5xl gap-4">
      {!may && <p className="dim">Only a designer changes the calendar.</p>}
      <section className="flex flex-wrap gap-4 border border-base-300 bg-base-100 p-4">
        <NumberField
          label="Opens at"
          disabled={!may}
          value={calendar.opensMin / 60}
          min={0}
          max={20}
          unit="h"
          onCommit={(h) => put({ opensMin: Math.round(h * 60) })}
        />
        <NumberField
          label="Benches"
          disabled={!may}
          value={calendar.benches}
          min={1}
          max={50}
          unit=""
          onCommit={(n) => put({ benches: Math.round(n) })}
        />
        <NumberField
          label="Places to crimp at"
          disabled={!may}
          value={calendar.crimpPlaces}
          min={1}
          max={50}
          unit=""
          onCommit={(n) => put({ crimpPlaces: Math.round(n) })}
        />
      </section>
      <section className="border border-base-300 bg-base-100 p-4">
        <h2 className="text-xl">Hands</h2>
        {calendar.hands.map((hands) => (
          <HandsRow
            key={hands.personId}
            name={sheet.names[hands.personId] ?? hands.personId}
            hands={hands}
            may={may}
            onChange={(next) => put({ hands: calendar.hands.map((h) => (h.personId === hands.personId ? next : h)) })}
          />
        ))}
      </section>
      <section className="border border-base-300 bg-base-100 p-4">
        <h2 className="text-xl">Days the shop is closed</h2>
        <AwayList
          name="the shop"
          away={calendar.closed}
          may={may}
          onChange={(closed: readonly Away[]) => put({ closed })}
        />
      </section>
      <section className="border border-base-300 bg-base-100 p-4">
        <h2 className="text-xl">Calendar feed</h2>
        <p className="dim text-[13px]">
          Calendars that read iCalendar subscribe to this address. Whoever has it reads the plan; a new one ends the
          old.
        </p>
        {feed && <code className="block break-all py-1">{`${window.location.origin}/api/calendar/${feed}.ics`}</code>}
        <button type="button" className="btn btn-sm" disabled={!may} onClick={onFeed}>
          {feed ? 'Give it another address' : 'Give it an address'}
        </button>
      </section>
    </div>
  );
}
