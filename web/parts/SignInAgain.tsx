import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { AuthenticationView } from '../../contract/access/account.ts';
import { SignInForm } from '../screens/authentication/SignInForm.tsx';

/** A session that ended while somebody was at work: what they typed stays where it is, behind this. */
export default function SignInAgain({
  was,
  onDone,
}: {
  was: NonNullable<AuthenticationView['me']>;
  onDone: () => void;
}) {
  return (
    <Dialog open maxWidth="xs" fullWidth aria-labelledby="again-title">
      <DialogTitle id="again-title">Are you still {was.name}?</DialogTitle>
      <DialogContent>
        <p style={{ paddingBottom: 14 }}>
          You were signed out. What you typed is still here; sign in to go on.
        </p>
        <div className="form">
          <SignInForm name={was.signIn} onDone={onDone} />
        </div>
      </DialogContent>
    </Dialog>
  );
}
