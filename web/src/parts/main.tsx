import '@/app/app.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { PartsSheet } from './PartsSheet';

// Development only: `npm run dev`, then /parts.html. `?theme=dim` shows the other light.
document.documentElement.dataset.theme = new URLSearchParams(location.search).get('theme') ?? 'daylight';
const root = document.getElementById('app');
if (root)
  createRoot(root).render(
    <StrictMode>
      <PartsSheet />
    </StrictMode>,
  );
