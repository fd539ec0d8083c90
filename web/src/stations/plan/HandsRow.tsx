import { type ShopHands, SKILL_WORDS, SKILLS } from '@ombrik/core/shop/shopCalendar';
import { NumberField } from '../../ui/TextField.tsx';
import { AwayList } from './AwayList.tsx';
import { VisitDays } from './VisitDays.tsx';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** One person: what they do, their hours, when they are away, or on which days they come at all. */
export function HandsRow({
  name,
  hands,
  may,
  onChange,
}: {
  name: string;
  hands: ShopHands;
  may: boolean;
  onChange: (hands: ShopHands) => void;
}) {
  return (
    <fieldset className="perforated grid gap-2 py-3" disabled={!may}>
      <legend className="label-face text-lg">{name}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {SKILLS.map((skill) => (
          <label key={skill} className="flex items-center gap-1 text-[13px]">
            <input
              type="checkbox"
              className="checkbox checkbox-primary checkbox-xs"
              aria-label={`${name} ${SKILL_WORDS[skill]}`}
              checked={hands.skills.includes(skill)}
              onChange={(e) =>
                onChange({
                  ...hands,
                  skills: e.target.checked ? [...hands.skills, skill] : hands.skills.filter((s) => s !== skill),
                })
              }
            />
            {SKILL_WORDS[skill]}
          </label>
        ))}
      </div>
      <div className="flex flex-wrap gap-2">
        {DAYS.map((day, i) => (
          <NumberField
            key={day}
            label={`${day}`}
            className="w-20"
            disabled={!may}
            value={hands.hours[i] ?? 0}
            min={0}
            max={16}
            unit="h"
            onCommit={(h) => onChange({ ...hands, hours: hands.hours.map((x, k) => (k === i ? h : x)) })}
          />
        ))}
      </div>
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={hands.visits !== null}
          onChange={(e) => onChange({ ...hands, visits: e.target.checked ? [] : null })}
        />
        comes on single days only
      </label>
      {hands.visits !== null && (
        <VisitDays name={name} days={hands.visits} may={may} onChange={(visits) => onChange({ ...hands, visits })} />
      )}
      <AwayList name={name} away={hands.away} may={may} onChange={(away) => onChange({ ...hands, away })} />
    </fieldset>
  );
}
