import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Suspense, type ReactNode } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { vi } from 'vitest';
import { client } from '../api/queryClient.ts';
import { WritingProvider } from '../api/writing.tsx';
import { theme } from '../theme/theme.ts';

/** A part or a screen with what stands round it in the application; its records come from the server. */
export async function show(part: ReactNode, at = '/'): Promise<ReturnType<typeof userEvent.setup>> {
  // whatever was shown before is left
  cleanup();
  client.clear();
  const router = createMemoryRouter(
    [
      {
        path: '*',
        element: (
          <WritingProvider>
            <Suspense fallback={<p>Coming in</p>}>{part}</Suspense>
          </WritingProvider>
        ),
      },
    ],
    { initialEntries: [at] },
  );
  render(
    <ThemeProvider theme={theme}>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ThemeProvider>,
  );
  await vi.waitFor(() => {
    if (screen.queryByText('Coming in')) throw new Error('still coming in');
  }, WAIT);
  return userEvent.setup();
}
const WAIT = { timeout: 20_000, interval: 20 };
