import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useLayoutEffect, useState, type ReactNode } from 'react';
import { Navigate, useLocation } from 'react-router';
import type { AuthenticationView } from '../../contract/access/account.ts';
import { roles } from '../../contract/access/rights.ts';
import { onSignedOut } from '../api/client.ts';
import { useAuthentication } from '../api/authentication.ts';
import { setSignedIn } from '../api/person.ts';
import { setHolder } from '../offline/here.ts';

const SignInAgain = lazy(() => import('./SignInAgain.tsx'));

/** What there is for those who see only something. */
const narrowPages = [/^\/week$/, /^\/settings\/account$/, /^\/sheet\/[^/]+$/, /^\/rounds\/[^/]+\/report$/];

/** Lets in whoever may come in; who sees only something goes to the page that is for them. */
export function Gate({ children }: { children: ReactNode }) {
  const authentication = useAuthentication();
  const client = useQueryClient();
  const { pathname, search } = useLocation();
  // whoever came in through this window: signed out, they sign in over their work, and lose none of it
  const [was, setWas] = useState<AuthenticationView['me']>(authentication.me);
  if (authentication.me && authentication.me !== was) setWas(authentication.me);
  useEffect(() => {
    const ask = (): void => void client.invalidateQueries({ queryKey: ['authentication'] });
    const stops = [
      onSignedOut(ask),
      // the device says that a network came or went: whether the server answers is asked and not believed
      ...(['online', 'offline'] as const).map((news) => {
        window.addEventListener(news, ask);
        return () => window.removeEventListener(news, ask);
      }),
    ];
    return () => stops.forEach((stop) => stop());
  }, [client]);
  useLayoutEffect(() => {
    setSignedIn(authentication.me && { id: authentication.me.personId, name: authentication.me.name });
    setHolder(authentication.me);
  }, [authentication.me]);
  if (authentication.signIn === 'claim') return <Navigate to="/first-owner" replace />;
  if (authentication.signIn === 'needed' && !was)
    return <Navigate to="/sign-in" replace state={{ from: pathname + search }} />;
  const narrow = authentication.me !== null && roles[authentication.me.role].sees !== 'everything';
  if (narrow && !narrowPages.some((page) => page.test(pathname))) return <Navigate to="/week" replace />;
  return (
    <>
      {children}
      {authentication.signIn === 'needed' && was && (
        <Suspense fallback={null}>
          <SignInAgain
            was={was}
            onDone={() =>
              void client
                .fetchQuery<AuthenticationView>({ queryKey: ['authentication'], staleTime: 0 })
                .then((now) => {
                  // somebody else has taken the device: their own view, from the start
                  if (now.me?.accountId !== was.accountId) location.assign('/');
                  else void client.invalidateQueries();
                })
            }
          />
        </Suspense>
      )}
    </>
  );
}
