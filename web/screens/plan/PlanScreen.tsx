export function PlanScreen() {
  return null;
}
