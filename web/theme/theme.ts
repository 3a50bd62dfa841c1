// The theme: tokens.json › mui, plus the overrides that keep the controls plain: rules instead of boxes, words instead of icons.
import { createTheme, type Shadows, type ThemeOptions } from '@mui/material/styles';
import tokens from './tokens.json';

const h = { fontFamily: tokens.mui.typography.button.fontFamily };
const v = (name: string) => `var(--mui-palette-${name})`;
const petrol = v('primary-main'),
  ink = v('text-primary'),
  soft = v('text-secondary'),
  hair = v('divider');
const wash = v('primary-light'),
  paper = v('background-paper'),
  ground = v('background-default'),
  sunk = v('success-light');
// lineStrong has no place in MUI's palette: two custom properties, set once per scheme
const strong = 'var(--jd-line-strong)';
const ring = { outline: `3px solid ${petrol}`, outlineOffset: 3 };

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme' },
  ...tokens.mui,
  shadows: Array(25).fill('none') as unknown as Shadows,
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ':root': {
          '--jd-line-strong': tokens.colour.light.lineStrong,
          '--jd-brass': tokens.colour.light.brass,
        },
        '[data-theme="dark"]': {
          '--jd-line-strong': tokens.colour.dark.lineStrong,
          '--jd-brass': tokens.colour.dark.brass,
        },
        ':focus-visible': ring,
        'td, .tn': { fontVariantNumeric: 'tabular-nums' },
      },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true, disableTouchRipple: true },
      styleOverrides: { root: { '&.Mui-focusVisible': ring } },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minWidth: 0, height: 36, padding: '0 16px', '@media (pointer: coarse)': { height: 48 } },
        contained: { '&.Mui-disabled': { border: `1px dashed ${strong}` } },
        // the second action: words on a petrol line, no box
        text: {
          height: 32,
          padding: '2px 1px 0',
          borderRadius: 0,
          borderBottom: `2px solid ${petrol}`,
          '&:hover': { backgroundColor: 'transparent', borderBottomWidth: 3 },
        },
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTextField: { defaultProps: { size: 'small', slotProps: { inputLabel: { shrink: true } } } },
    MuiInputLabel: {
      styleOverrides: {
        root: {
          position: 'static',
          transform: 'none',
          ...h,
          fontStretch: '78%',
          fontWeight: 680,
          fontSize: 15,
          lineHeight: '20px',
          marginBottom: 4,
          color: ink,
          '&.Mui-focused': { color: ink },
        },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: {
          backgroundColor: paper,
          minHeight: 38,
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderWidth: 3, borderColor: petrol },
        },
        notchedOutline: { top: 0, borderColor: strong, '& legend': { display: 'none' } },
        input: { padding: '8px 12px' },
        multiline: { padding: 0 },
      },
    },
    MuiInputAdornment: { styleOverrides: { root: { color: soft } } },
    MuiFormHelperText: { styleOverrides: { root: { margin: '4px 0 0', fontSize: 13, lineHeight: '18px' } } },
    MuiPickersOutlinedInput: {
      styleOverrides: {
        root: {
          backgroundColor: paper,
          '&.Mui-focused:not(.Mui-error) .MuiPickersOutlinedInput-notchedOutline': {
            borderWidth: 3,
            borderColor: petrol,
          },
        },
        notchedOutline: { top: 0, borderColor: strong, '& legend': { display: 'none' } },
      },
    },
    MuiDateCalendar: {
      styleOverrides: {
        root: {
          width: 308,
          height: 'auto',
          maxHeight: 'none',
          border: `1px solid ${strong}`,
          borderTop: `2px solid ${ink}`,
        },
      },
    },
    MuiPickerDay: {
      styleOverrides: {
        root: { borderRadius: 0, fontVariantNumeric: 'tabular-nums', '&:hover': { backgroundColor: sunk } },
        today: { '&&:not(.Mui-selected)': { border: 0, outline: 0, boxShadow: `inset 2px 0 0 ${ink}` } },
        selected: { '&.Mui-selected': { backgroundColor: petrol, fontWeight: 640 } },
      },
    },
    MuiTable: { styleOverrides: { root: { borderTop: `2px solid ${ink}` } } },
    MuiTableCell: {
      styleOverrides: {
        root: { borderBottom: `1px solid ${hair}`, padding: '5px 8px' },
        head: {
          ...h,
          fontStretch: '78%',
          fontWeight: 690,
          fontSize: 15.5,
          lineHeight: '18px',
          borderBottom: `1px solid ${ink}`,
        },
      },
    },
    MuiTableRow: {
      styleOverrides: {
        root: { '&.Mui-selected': { backgroundColor: wash, boxShadow: `inset 4px 0 0 ${petrol}` } },
      },
    },
    MuiDialog: {
      styleOverrides: {
        paper: { border: `1px solid ${ink}`, borderTopWidth: 4, borderRadius: 0, margin: 16 },
      },
    },
    MuiDialogTitle: {
      styleOverrides: {
        root: {
          ...h,
          fontStretch: '78%',
          fontWeight: 720,
          fontSize: 24,
          lineHeight: '28px',
          padding: '16px 20px 4px',
        },
      },
    },
    MuiDialogContent: { styleOverrides: { root: { padding: '4px 20px 12px' } } },
    MuiDialogActions: {
      styleOverrides: {
        root: {
          padding: '8px 20px 20px',
          justifyContent: 'flex-start',
          gap: 20,
          flexDirection: 'row-reverse',
        },
      },
    },
    MuiBackdrop: {
      styleOverrides: {
        root: { '&:not(.MuiBackdrop-invisible)': { backgroundColor: 'rgba(12,22,20,.42)' } },
      },
    },
    MuiMenu: { styleOverrides: { paper: { border: `1px solid ${strong}` }, list: { padding: 0 } } },
    MuiMenuItem: {
      styleOverrides: {
        root: {
          minHeight: 36,
          borderTop: `1px solid ${hair}`,
          '&:first-of-type': { border: 0 },
          '&.Mui-selected': { backgroundColor: wash },
        },
      },
    },
    MuiTabs: { styleOverrides: { root: { minHeight: 36 }, indicator: { height: 3 } } },
    MuiTab: {
      styleOverrides: {
        root: {
          minHeight: 36,
          minWidth: 0,
          padding: '4px 0',
          marginRight: 22,
          fontStretch: '80%',
          color: soft,
          '&.Mui-selected': { color: ink, fontWeight: 720 },
        },
      },
    },
    MuiToggleButtonGroup: {
      styleOverrides: {
        root: { width: 'fit-content', rowGap: 4 },
        // one that begins a second row on a phone has its left edge too
        middleButton: { borderLeftColor: strong },
        lastButton: { borderLeftColor: strong },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          height: 38,
          borderColor: strong,
          backgroundColor: paper,
          color: ink,
          fontSize: 15,
          '&.Mui-selected, &.Mui-selected:hover': {
            backgroundColor: wash,
            color: petrol,
            fontWeight: 720,
            boxShadow: `inset 0 -3px 0 ${petrol}`,
          },
        },
      },
    },
    MuiTooltip: {
      styleOverrides: { tooltip: { backgroundColor: ink, color: ground, borderRadius: 0, fontSize: 13 } },
    },
  },
} as ThemeOptions);
