import { QueryClient } from '@tanstack/react-query';

// the server pushes changes: nothing is fetched again without a reason
export const client = new QueryClient({
  defaultOptions: {
    // without network the last answers are on the device: nothing waits for a browser to think it is online
    queries: {
      ...{ staleTime: Number.POSITIVE_INFINITY, retry: 1, refetchOnWindowFocus: false },
      networkMode: 'always',
    },
  },
});
