export function AddEquipmentScreen() {
  return null;
}
