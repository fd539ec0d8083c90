import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
import '@fontsource/jetbrains-mono/400.css';
import '@fontsource/jetbrains-mono/500.css';
import './styles.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './app/App.tsx';
import { ApiError } from './app/api.ts';
import { early } from './app/early.ts';
import { facesAhead } from './app/faces.ts';
import { fetchesAhead } from './app/fetchAhead.ts';

// A file let fall beside its place would take the page away, and what is being typed with it.
for (const event of ['dragover', 'drop']) window.addEventListener(event, (e) => e.preventDefault());

// A piece of an older build is gone from the server: the newer page has all of its own. Without a network it would be so
// again at once, so it is tried once in a while; and not for what nobody has asked for yet.
const AGAIN_MS = 60_000;
window.addEventListener('vite:preloadError', (e) => {
  const last = Number(sessionStorage.getItem('ombrik-reloaded') ?? 0);
  if (fetchesAhead() || !navigator.onLine || Date.now() - last < AGAIN_MS) return;
  e.preventDefault();
  sessionStorage.setItem('ombrik-reloaded', String(Date.now()));
  window.location.reload();
});

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof ApiError && error.status < 500) && count < 3,
      staleTime: 2000,
    },
  },
});

// Where one goes is drawn at once, in one piece; what may wait for it says so itself (see Pages in App).
const draw = () =>
  createRoot(document.getElementById('root')!).render(
    <QueryClientProvider client={client}>
      <BrowserRouter useTransitions={false}>
        <App />
      </BrowserRouter>
    </QueryClientProvider>,
  );
void early(client, window.location.pathname).then(draw).then(facesAhead);
