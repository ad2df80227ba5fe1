import '@fontsource/ibm-plex-sans/latin-400.css';
import '@fontsource/ibm-plex-sans/latin-500.css';
import '@fontsource/ibm-plex-sans/latin-600.css';
import '@fontsource/ibm-plex-mono/latin-400.css';
import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './app.tsx';
import { leftUnsaved } from './store/joint.ts';
import { tellBefore } from './store/soon.ts';
import { store } from './store/store.ts';

tellBefore(window);
window.addEventListener('beforeunload', (e) => {
  if (leftUnsaved()) e.preventDefault();
});
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <App />
    </Provider>
  </StrictMode>,
);
