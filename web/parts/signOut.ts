import { api } from '../api/client.ts';
import { forgetAnswers } from '../offline/answers.ts';

/** Signs out on this device: nothing of what was read stays on it; work that waits to be sent waits for its own person. */
export async function signOut(): Promise<void> {
  await api.send('POST', '/access/sign-out');
  await forgetAnswers();
  location.assign('/sign-in');
}
