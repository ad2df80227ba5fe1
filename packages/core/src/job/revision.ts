/** Revision letter of a joint: A as made, then a letter a saved change, AA after Z. */
export function revisionLetter(version: number): string {
  let n = version;
  let out = '';
  while (n > 0) {
    out = String.fromCharCode(65 + ((n - 1) % 26)) + out;
    n = Math.floor((n - 1) / 26);
  }
  return out;
}
