import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-700.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-700.css';
import '@fontsource/barlow-condensed/latin-500.css';
import '@fontsource/barlow-condensed/latin-700.css';
import '@fontsource/barlow-condensed/latin-ext-500.css';
import '@fontsource/barlow-condensed/latin-ext-700.css';
import { App } from './root/App.js';
import { keepOnDevice } from './data/offline.js';
import { styleNonce } from './ui/style-nonce.js';

const nonce = styleNonce();
const cache = createCache({ key: 'z', ...(nonce ? { nonce } : {}) });
const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={cache}>
        <App />
      </CacheProvider>
    </StrictMode>,
  );
}

void keepOnDevice();
