/** The cells of a map: base64 of little-endian uint16, each less the one before it, modulo 65536. */
export function unpacked(packed: string): Uint16Array {
  const bytes = atob(packed);
  const cells = new Uint16Array(bytes.length / 2);
  let cell = 0;
  for (let i = 0; i < cells.length; i++) {
    cell = (cell + bytes.charCodeAt(2 * i) + 256 * bytes.charCodeAt(2 * i + 1)) & 0xffff;
    cells[i] = cell;
  }
  return cells;
}
