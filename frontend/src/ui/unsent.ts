/** So many entries and photos, in words; null: none of either. */
export function entriesAndPhotos(entries: number, photos: number): string | null {
  const told = [
    entries ? `${entries} ${entries === 1 ? "entry" : "entries"}` : "",
    photos ? `${photos} ${photos === 1 ? "photo" : "photos"}` : "",
  ].filter(Boolean);
  return told.length ? told.join(" and ") : null;
}
