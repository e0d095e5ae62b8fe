import type { Photo } from './photo';

/** So many places are looked at. */
const looks = 6000;
/** A camera's picture has noise: nearly never are three pixels beside each other the very same, over most of it. */
const mostAlike = 0.97;

/** Whether a picture is a screenshot or a drawing: most of it is of exactly even color, as no sensor makes it. */
export function isDrawn({ width, height, data }: Photo): boolean {
  if (width < 8 || height < 8) return false;
  const stride = Math.max(1, Math.floor(Math.sqrt((width * height) / looks)));
  let alike = 0;
  let all = 0;
  for (let y = 1; y < height; y += stride)
    for (let x = 1; x < width; x += stride) {
      const k = 4 * (y * width + x);
      const isSame = [0, 1, 2].every(
        (c) => data[k + c] === data[k - 4 + c] && data[k + c] === data[k - 4 * width + c],
      );
      // What is burned out is the same everywhere, in a photograph too.
      if (data[k]! > 250 && data[k + 1]! > 250 && data[k + 2]! > 250) continue;
      all++;
      if (isSame) alike++;
    }
  return all > 0.2 * looks && alike > mostAlike * all;
}
