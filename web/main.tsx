import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/public-sans';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { client } from './api/queryClient.ts';
import { forgetOldAnswers } from './offline/answers.ts';
import { listenForWork } from './offline/here.ts';
import { keepProgram } from './offline/program.ts';
import { router } from './router.tsx';
import { theme } from './theme/theme.ts';
import './theme/look.css';

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ThemeProvider>
  </StrictMode>,
);

listenForWork();
keepProgram().catch((error: unknown) => console.warn('The program is not kept on this device.', error));
forgetOldAnswers(Date.now()).catch((error: unknown) => console.warn('This browser keeps nothing.', error));
