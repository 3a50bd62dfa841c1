import Button from '@mui/material/Button';

/** The one thing to press: big enough for a wet thumb. */
export function BigButton(props: { disabled: boolean; onClick: () => void; children: string }) {
  return (
    <div>
      <Button variant="contained" className="big" {...props} />
    </div>
  );
}
