/** The cells of a map: base64 of little-endian uint16, each less the one before it, modulo 65536. */
export function unpacked(packed: string): Uint16Array {
  const bytes = Uint8Array.from(atob(packed), (c) => c.charCodeAt(0));
  const steps = new DataView(bytes.buffer);
  const cells = new Uint16Array(bytes.length / 2);
  let cell = 0;
  for (let i = 0; i < cells.length; i++) {
    cell = (cell + steps.getUint16(i * 2, true)) & 0xffff;
    cells[i] = cell;
  }
  return cells;
}
