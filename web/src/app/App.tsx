import { SI } from '@ombrik/core/units/choice';
import { lazy, memo, Suspense, useDeferredValue } from 'react';
import { type Location, Navigate, Route, Routes, useLocation } from 'react-router';
import { ShopWall } from '../stations/wall/ShopWall.tsx';
import { takeUnits } from '../told/units.ts';
import { Failed } from '../ui/states/Failed.tsx';
import { Waiting } from '../ui/states/Waiting.tsx';
import { isAtHand } from './atHand.ts';
import { JobShell, SignIn } from './bring.ts';
import { Newer } from './Newer.tsx';
import { useLive } from './useLive.ts';
import { useMe } from './useMe.ts';

const BuyingPage = lazy(() => import('../stations/store/BuyingPage.tsx').then((m) => ({ default: m.BuyingPage })));
const CataloguePage = lazy(() =>
  import('../stations/catalogue/CataloguePage.tsx').then((m) => ({ default: m.CataloguePage })),
);
const LessonsPage = lazy(() => import('../stations/lessons/LessonsPage.tsx').then((m) => ({ default: m.LessonsPage })));
const PlanPage = lazy(() => import('../stations/plan/PlanPage.tsx').then((m) => ({ default: m.PlanPage })));
const WallScreen = lazy(() => import('../stations/plan/WallScreen.tsx').then((m) => ({ default: m.WallScreen })));
const PracticePage = lazy(() =>
  import('../stations/practice/PracticePage.tsx').then((m) => ({ default: m.PracticePage })),
);
const PracticeRun = lazy(() =>
  import('../stations/practice/PracticeRun.tsx').then((m) => ({ default: m.PracticeRun })),
);
const Scanned = lazy(() => import('../stations/store/Scanned.tsx').then((m) => ({ default: m.Scanned })));
const StockPage = lazy(() => import('../stations/store/StockPage.tsx').then((m) => ({ default: m.StockPage })));
const WorkshopPage = lazy(() => import('../stations/wall/WorkshopPage.tsx').then((m) => ({ default: m.WorkshopPage })));
const ComeIn = lazy(() => import('./ComeIn.tsx').then((m) => ({ default: m.ComeIn })));
const PeoplePage = lazy(() => import('../stations/people/PeoplePage.tsx').then((m) => ({ default: m.PeoplePage })));
const AuditPage = lazy(() => import('../stations/people/AuditPage.tsx').then((m) => ({ default: m.AuditPage })));
const OwnPage = lazy(() => import('../stations/people/OwnPage.tsx').then((m) => ({ default: m.OwnPage })));
const ChangeHands = lazy(() => import('../stations/people/ChangeHands.tsx').then((m) => ({ default: m.ChangeHands })));
const HistoryPage = lazy(() => import('../stations/history/HistoryPage.tsx').then((m) => ({ default: m.HistoryPage })));
const GuidePage = lazy(() => import('../stations/guide/GuidePage.tsx').then((m) => ({ default: m.GuidePage })));
const opening = <Waiting what="Opening" shape="page" className="p-8" />;

/** Routes: the sign-in sheet, what a link of an owner leads to, the shop wall, and each job's stations. */
export function App() {
  return (
    <Suspense fallback={opening}>
      <Routes>
        <Route path="/come-in/:token" element={<ComeIn />} />
        <Route path="*" element={<Door />} />
      </Routes>
    </Suspense>
  );
}

function Door() {
  const me = useMe();
  if (me.isPending) return <Waiting what="Opening the workshop" shape="page" className="p-8" />;
  // Whoever is in stays in while the server is away: what waits to be sent lives on the page.
  if (me.error && !me.data)
    return <Failed what="the workshop" error={me.error} again={() => void me.refetch()} className="p-8" />;
  if (!me.data.person) return <SignIn />;
  // An answer kept on the device by an older page knows of none.
  takeUnits(me.data.units ?? SI, me.data.workshop?.currency);
  // Figures are told as they are drawn: in other units all is drawn anew.
  return <Workshop key={JSON.stringify(me.data.units)} />;
}

/** By itself: it is not drawn anew with what is told beside. */
const Pages = memo(function Pages({ at }: { at: Location }) {
  return (
    <Suspense fallback={opening}>
      <Routes location={at}>
        <Route path="/" element={<ShopWall />} />
        <Route path="/people" element={<PeoplePage />} />
        <Route path="/audit" element={<AuditPage />} />
        <Route path="/me" element={<OwnPage />} />
        <Route path="/hands" element={<ChangeHands />} />
        <Route path="/guide" element={<Navigate to="/guide/start" replace />} />
        <Route path="/guide/:page" element={<GuidePage />} />
        <Route path="/workshop" element={<WorkshopPage />} />
        <Route path="/stock" element={<StockPage />} />
        <Route path="/catalogue" element={<CataloguePage />} />
        <Route path="/screen" element={<WallScreen />} />
        <Route path="/plan" element={<PlanPage />} />
        <Route path="/practice" element={<PracticePage />} />
        <Route path="/practice/:runId" element={<PracticeRun />} />
        <Route path="/lessons" element={<LessonsPage />} />
        <Route path="/buying" element={<BuyingPage />} />
        <Route path="/c/*" element={<Scanned />} />
        <Route path="/s/*" element={<Scanned />} />
        <Route path="/jobs/:jobId" element={<Navigate to="brief" replace />} />
        <Route path="/jobs/:jobId/history" element={<HistoryPage />} />
        <Route path="/jobs/:jobId/:station/:sheet?" element={<JobShell />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </Suspense>
  );
});

/** Everything behind the door. */
function Workshop() {
  useLive();
  const now = useLocation();
  // What has yet to come is waited for with what was there before still in sight; what is here is drawn in one piece: in
  // many small ones it took twice as long.
  const later = useDeferredValue(now);
  return (
    <div className="flex h-full flex-col">
      <Newer />
      <div className="min-h-0 flex-1">
        <Pages at={isAtHand(now.pathname) ? now : later} />
      </div>
    </div>
  );
}
