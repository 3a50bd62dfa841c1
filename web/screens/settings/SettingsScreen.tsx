export function SettingsScreen() {
  return null;
}
