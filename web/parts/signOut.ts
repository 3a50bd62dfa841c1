import { api } from '../api/client.ts';

/** Signs out on this device; nothing of what was read stays in the window. */
export async function signOut(): Promise<void> {
  await api.send('POST', '/access/sign-out');
  location.assign('/sign-in');
}
