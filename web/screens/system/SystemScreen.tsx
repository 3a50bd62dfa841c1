export function SystemScreen() {
  return null;
}
