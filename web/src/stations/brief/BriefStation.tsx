import { useJob } from '../../session/useJob.ts';
import { STATION_SHEETS } from '../../ui/stationSheets.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { OrderSheet } from './OrderSheet.tsx';
import { SurveySheet } from './SurveySheet.tsx';

/** The order: what is wanted and known; on a rework job also what is there already. */
export function BriefStation() {
  const { jobId, board } = useJob();
  const sheet = useSheet(['order', 'survey']);
  const base = `/jobs/${jobId}/brief`;
  const found = board.survey.length;
  return (
    <>
      <Tabs
        base={base}
        current={sheet}
        tabs={[
          { path: 'order', title: STATION_SHEETS.brief.order },
          { path: 'survey', title: STATION_SHEETS.brief.survey, note: found > 0 ? String(found) : undefined },
        ]}
      />
      {sheet === 'order' ? <OrderSheet /> : <SurveySheet />}
    </>
  );
}
