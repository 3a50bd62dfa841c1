import Button from '@mui/material/Button';

/** The one thing to press: big enough for a wet thumb. `quiet`: a second one under it, that does more at once. */
export function BigButton({
  quiet = false,
  ...props
}: {
  disabled: boolean;
  onClick: () => void;
  children: string;
  quiet?: boolean;
}) {
  return (
    <div>
      <Button variant={quiet ? 'outlined' : 'contained'} className="big" {...props} />
    </div>
  );
}
