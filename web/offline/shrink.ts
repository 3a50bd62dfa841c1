/** Longest edge sent: enough to read a serial number, small enough for a cellar's network. */
const LONGEST_EDGE_PX = 1600;
const QUALITY = 0.82;

/**
 * A picture as it is kept and sent: upright, small, drawn anew, which leaves place and camera data behind.
 * @throws Error in words, where the browser cannot read it
 */
export async function shrink(file: Blob): Promise<{ bytes: ArrayBuffer; mime: 'image/jpeg' }> {
  let image: ImageBitmap;
  try {
    image = await createImageBitmap(file);
  } catch {
    throw new Error(
      'This picture cannot be read here. Send it as JPEG: most phones do that when “most compatible” is chosen for the camera.',
    );
  }
  const scale = Math.min(1, LONGEST_EDGE_PX / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const blob = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, 'image/jpeg', QUALITY);
  });
  if (!blob) throw new Error('This picture could not be made smaller on this device.');
  return { bytes: await blob.arrayBuffer(), mime: 'image/jpeg' };
}
