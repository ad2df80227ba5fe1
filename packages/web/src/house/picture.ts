/** Most dots of a logo, either way: what the server keeps. */
const [WIDTH, HEIGHT] = [800, 320];
const MOST_MB = 10;

const dataOf = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error(`logo: ${file.name} can't be read.`));
    reader.readAsDataURL(file);
  });

/** A picture of any kind that the browser shows, as a PNG in a data URI. Rejects what it can't show. */
export async function pngOf(file: File): Promise<string> {
  if (file.size > MOST_MB * 1024 * 1024)
    throw new Error(`logo: ${file.name} is larger than ${MOST_MB} MB; accepted are smaller pictures.`);
  const image = new Image();
  image.src = await dataOf(file);
  await image.decode().catch(() => {
    throw new Error(`logo: ${file.name} is no picture that can be opened; accepted are PNG, JPEG, SVG and the like.`);
  });
  // A vector is drawn as large as is kept.
  const [w, h] = [image.naturalWidth || WIDTH, image.naturalHeight || HEIGHT];
  const scale = Math.min(file.type === 'image/svg+xml' ? Infinity : 1, WIDTH / w, HEIGHT / h);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.max(1, Math.round(w * scale)), Math.max(1, Math.round(h * scale))];
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL('image/png');
}
