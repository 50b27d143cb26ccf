import type { FillTable, FloorCells, Place } from "./pack";

/** What is planned where a depth was read, as core/filling/spots.py looks it up. */
export interface Spot {
  place: string | null;
  at_ft: [number, number];
  band: number | null;
  oldIn: number;
  fillIn: number;
  tapered: boolean;
}

export class Spots {
  private readonly markers = new Map<string, Place>();
  private readonly places = new Map<string, Place>();
  private readonly floors: Map<string, FloorCells>;

  constructor(table: FillTable) {
    for (const place of [...table.places].reverse()) {
      this.places.set(`${place.section}@${place.at_ft}`, place);
      if (place.marker !== null) this.markers.set(`${place.section}@${place.marker}`, place);
    }
    this.floors = new Map(table.floors.map((floor) => [floor.section, floor]));
  }

  marker(section: string, marker: number): Spot | null {
    return spotOf(this.markers.get(`${section}@${marker}`));
  }

  at(section: string, at_ft: [number, number]): Spot | null {
    const place = this.places.get(`${section}@${at_ft}`);
    if (place) return spotOf(place);
    const floor = this.floors.get(section);
    if (!floor) return null;
    const column = Math.floor((at_ft[0] - floor.origin_ft[0]) / floor.cell_ft);
    const row = Math.floor((at_ft[1] - floor.origin_ft[1]) / floor.cell_ft);
    const cell = row * floor.columns + column;
    const band = column >= 0 && column < floor.columns && row >= 0 ? floor.band[cell] : 0;
    if (!band) return null;
    return {
      place: null,
      at_ft,
      band,
      oldIn: floor.old_in[cell] as number,
      fillIn: floor.fill_in[cell] as number,
      tapered: floor.tapered[cell] === 1,
    };
  }
}

const spotOf = (place: Place | undefined): Spot | null =>
  place
    ? {
        place: place.id,
        at_ft: place.at_ft,
        band: place.band,
        oldIn: place.old_in,
        fillIn: place.fill_in,
        tapered: place.tapered,
      }
    : null;
