export function ComponentScreen() {
  return null;
}
