import { Navigate, useNavigate } from 'react-router';
import { useAuthentication } from '../../api/authentication.ts';
import { FirstOwnerForm } from './FirstOwnerForm.tsx';
import { Outside } from './Outside.tsx';

/** Opened to the network before anybody owned it: nothing else answers until somebody does. */
export function FirstOwnerScreen() {
  const { signIn } = useAuthentication();
  const navigate = useNavigate();
  if (signIn !== 'claim') return <Navigate to="/" replace />;
  return (
    <Outside
      title="Who owns this?"
      lead="This installation has no owner yet. The code proves that you started it: it stands where the server was started."
    >
      <FirstOwnerForm
        code
        action="Make me the owner"
        onDone={async () => void (await navigate('/', { replace: true }))}
      />
    </Outside>
  );
}
