import type { Board } from '../../document/board.ts';

export interface Gap {
  id: string;
  says: string;
  /** True where Power's numbers cannot be trusted without it. */
  blocksPower: boolean;
  where: 'brief' | 'power' | 'survey';
}

/**
 * What is still unknown about an order: said of the job, never of a form.
 * @example
 * briefGaps(board, null).some((g) => g.id === 'wantedOn'); // true
 */
export function briefGaps(board: Board, wantedOn: string | null): Gap[] {
  const { brief, power, survey } = board;
  const loads = board.items.filter((i) => i.load);
  const gaps: (Gap | false)[] = [
    brief.customer === '' && { id: 'customer', says: 'Who the customer is', blocksPower: false, where: 'brief' },
    brief.place === '' && { id: 'place', says: 'Where the board goes', blocksPower: false, where: 'brief' },
    brief.use === '' && { id: 'use', says: 'What it is used for, and how often', blocksPower: false, where: 'brief' },
    brief.opening === null && {
      id: 'opening',
      says: 'The opening: width, height, depth, and what is behind',
      blocksPower: false,
      where: 'brief',
    },
    wantedOn === null && { id: 'wantedOn', says: 'When it is wanted', blocksPower: false, where: 'brief' },
    brief.budget === null && { id: 'budget', says: 'What it may cost', blocksPower: false, where: 'brief' },
    loads.length === 0 && {
      id: 'loads',
      says: 'What it has to run: the load list is empty',
      blocksPower: true,
      where: 'power',
    },
    !power.sun &&
      !power.alternator &&
      !power.mains &&
      !power.generator && {
        id: 'sources',
        says: 'What can charge it: no source is named',
        blocksPower: true,
        where: 'power',
      },
    power.sun !== null &&
      power.site.latitudeDeg === null && {
        id: 'latitude',
        says: 'The latitude: without it there is no sun to count on',
        blocksPower: true,
        where: 'power',
      },
    power.generator !== null &&
      power.generator.costPerHour === 0 && {
        id: 'generatorCost',
        says: 'What an hour of the generator costs',
        blocksPower: false,
        where: 'power',
      },
    loads.some(
      (i) => i.load!.usage.kind === 'perDay' && i.load!.usage.hoursPerDay > 0 && i.load!.usage.hoursPerDay < 24,
    ) && {
      id: 'hours',
      says: `At what hours ${loads.filter((i) => i.load!.usage.kind === 'perDay' && i.load!.usage.hoursPerDay < 24).length} of the loads run`,
      blocksPower: false,
      where: 'power',
    },
    brief.jobKind === 'rework' &&
      survey.length === 0 && {
        id: 'survey',
        says: 'What is there already: the survey is empty',
        blocksPower: true,
        where: 'survey',
      },
    survey.some((f) => f.fate === 'open') && {
      id: 'fate',
      says: `Whether ${survey
        .filter((f) => f.fate === 'open')
        .map((f) => f.name)
        .join(', ')} stays`,
      blocksPower: false,
      where: 'survey',
    },
    ...brief.questions
      .filter((q) => q.answer.trim() === '')
      .map((q): Gap => ({ id: `question/${q.id}`, says: q.text, blocksPower: false, where: 'brief' })),
  ];
  return gaps.filter((g): g is Gap => g !== false);
}
