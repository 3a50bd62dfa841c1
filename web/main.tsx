import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/public-sans';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { forgetOldAnswers } from './offline/answers.ts';
import { listenForWork } from './offline/here.ts';
import { keepProgram } from './offline/program.ts';
import { router } from './router.tsx';
import { theme } from './theme/theme.ts';
import './theme/look.css';

// the server pushes changes: nothing is fetched again without a reason
const client = new QueryClient({
  defaultOptions: {
    // without network the last answers are on the device: nothing waits for a browser to think it is online
    queries: {
      ...{ staleTime: Number.POSITIVE_INFINITY, retry: 1, refetchOnWindowFocus: false },
      networkMode: 'always',
    },
  },
});

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale="en-GB">
        <QueryClientProvider client={client}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </LocalizationProvider>
    </ThemeProvider>
  </StrictMode>,
);

listenForWork();
keepProgram().catch((error: unknown) => console.warn('The program is not kept on this device.', error));
forgetOldAnswers(Date.now()).catch((error: unknown) => console.warn('This browser keeps nothing.', error));
