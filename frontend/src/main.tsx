import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import './app/house.css';
import { claimWindow } from './api/client';
import { App } from './app/App';
import { putTokens } from './app/tokens';
import { askBeforeLeaving } from './work/outbox';

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
putTokens();
askBeforeLeaving();
void claimWindow().then(() =>
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  ),
);
