export function SystemsScreen() {
  return null;
}
