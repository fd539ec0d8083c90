import { Navigate, Route, Routes } from 'react-router';
import { BuyingPage } from '../stations/store/BuyingPage.tsx';
import { Scanned } from '../stations/store/Scanned.tsx';
import { StockPage } from '../stations/store/StockPage.tsx';
import { ShopWall } from '../stations/wall/ShopWall.tsx';
import { WorkshopPage } from '../stations/wall/WorkshopPage.tsx';
import { JobShell } from './JobShell.tsx';
import { SignIn } from './SignIn.tsx';
import { useMe } from './useMe.ts';

/** Routes: the sign-in sheet, the shop wall, and each job's stations. */
export function App() {
  const me = useMe();
  if (me.isPending) return <p className="p-8 dim">Opening the workshop …</p>;
  if (me.error)
    return <p className="p-8 text-error">The server cannot be reached. Start it again and reload this page.</p>;
  if (!me.data.person) return <SignIn />;
  return (
    <Routes>
      <Route path="/" element={<ShopWall />} />
      <Route path="/workshop" element={<WorkshopPage />} />
      <Route path="/stock" element={<StockPage />} />
      <Route path="/buying" element={<BuyingPage />} />
      <Route path="/c/*" element={<Scanned />} />
      <Route path="/s/*" element={<Scanned />} />
      <Route path="/jobs/:jobId" element={<Navigate to="brief" replace />} />
      <Route path="/jobs/:jobId/:station/:sheet?" element={<JobShell />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}
