import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import type { ReactNode } from 'react';

/** What stands round calendars and clocks; it comes with the few screens that show one. */
export const Pickers = ({ children }: { children: ReactNode }) => (
  <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale="en-GB">
    {children}
  </LocalizationProvider>
);
