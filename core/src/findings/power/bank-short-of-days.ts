import { part } from '../../engine/fact.ts';
import { settingsOf } from '../../stages/inputs.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

/** A bank that lasts fewer days than the job wishes for. */
export const bankShortOfDays = finding({
  id: 'bank-short-of-days',
  subject: 'power',
  station: 'power',
  severity: { note: 'to know' },
  protects: 'the customer: the bank is empty sooner than wished',
  source: 'usable capacity over daily use, at the end of the bank’s life and in the cold',
  limits: {
    autonomyDays: { setBy: 'job', unit: 'd', what: 'days wished for', source: 'board setting' },
    shortDays: { value: 0.05, unit: 'd', what: 'short of them, for rounding', source: 'rounding' },
  },
  reads: { bank, energy: part(energy, ['autonomyDays', 'wantedBankAh']), settings: settingsOf(['autonomyDays']) },
  judge: ({ bank, energy, settings }, { shortDays }) => {
    const lastsDays = energy.autonomyDays;
    if (bank === null || lastsDays === null || lastsDays >= settings.autonomyDays - shortDays) return [];
    return [
      {
        ...about(bank.items),
        says: `The bank lasts ${lastsDays.toFixed(1)} days, ${settings.autonomyDays} are wished for`,
        why: `${whole(energy.wantedBankAh)} Ah would last them`,
      },
    ];
  },
});
