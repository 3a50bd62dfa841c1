import useMediaQuery from '@mui/material/useMediaQuery';

/** Under 900 px the staff lies down and lines stack. */
export function usePhone(): boolean {
  return useMediaQuery('(max-width:899px)', { noSsr: true });
}
