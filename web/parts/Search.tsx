import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import SearchIcon from '@mui/icons-material/Search';

export interface SearchProps {
  value: string;
  onChange: (value: string) => void;
}

/** Finds by everyday words; what is typed stays in the address bar. */
export function Search({ value, onChange }: SearchProps) {
  return (
    <TextField
      size="small"
      type="search"
      placeholder="Find"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{ width: 150 }}
      slotProps={{
        htmlInput: { 'aria-label': 'Find' },
        input: {
          startAdornment: (
            <InputAdornment position="start">
              <SearchIcon fontSize="small" />
            </InputAdornment>
          ),
        },
      }}
    />
  );
}
