import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import './parts/base.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { wearPalette } from './parts/palette';
import { App } from './shell/App';
import { startSending } from './shell/outbox';

const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: 2_000, networkMode: 'always' } } });
wearPalette();
startSending();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
