import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { problemIn } from './api/client';
import { restore } from './api/deep';
import { keepKnown } from './api/known';
import { App } from './App';
import { theme } from './theme';
import { keys } from './api/keys';

// the policy of the page lets in only the style sheets that carry its nonce
const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '';
const cache = createCache({ key: 'b', nonce });
const aDay = 24 * 3600_000;
const client: QueryClient = new QueryClient({
  // whoever was signed out or locked out is asked at once who is there
  queryCache: new QueryCache({
    onError: (e) => {
      if (problemIn(e)?.status === 401) void client.invalidateQueries({ queryKey: keys.session });
    },
  }),
  defaultOptions: { queries: { retry: 1, networkMode: 'always', gcTime: aDay } },
});

keepKnown(client, import.meta.url);

if ('serviceWorker' in navigator && import.meta.env.PROD) {
  // another build is another worker; once it is there it is shown the page, which came before it
  void navigator.serviceWorker
    .register(`/sw.js?${import.meta.url.replace(/.*\//, '')}`)
    .then(
      () =>
        navigator.serviceWorker.controller ??
        new Promise((there) => {
          navigator.serviceWorker.addEventListener('controllerchange', there, { once: true });
        }),
    )
    .then(() => fetch('/'))
    .catch(() => undefined);
}

const root = document.getElementById('root');
await restore();
if (root) {
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={cache}>
        <ThemeProvider theme={theme} defaultMode="light" noSsr>
          <CssBaseline />
          <QueryClientProvider client={client}>
            <App />
          </QueryClientProvider>
        </ThemeProvider>
      </CacheProvider>
    </StrictMode>,
  );
}
