import type { Book } from "../../api/types";

type Prices = NonNullable<Book["prices"]>;
type Rates = NonNullable<Book["rates"]>;
type Lists = Book;

interface Field<T> {
  name: T;
  label: string;
  unit?: string;
  whole?: boolean;
  /** Its start value, by the core. */
  value: (book: Lists) => number | undefined;
}

const price = (name: keyof Prices, label: string): Field<keyof Prices> => ({
  name,
  label,
  value: (book) => book.prices?.[name],
});
const rate = (name: keyof Rates, label: string, unit: string, whole = false): Field<keyof Rates> => ({
  name,
  label,
  unit,
  whole,
  value: (book) => book.rates?.[name] as number | undefined,
});

export const PRICES: readonly Field<keyof Prices>[] = [
  price("labor_per_person_hour", "Labor, a person-hour"),
  price("cellulose_loose_per_lb", "Cellulose, a lb"),
  price("glass_loose_per_lb", "Loose glass, a lb"),
  price("mineral_wool_loose_per_lb", "Mineral wool, a lb"),
  price("wood_fiber_loose_per_lb", "Wood fiber, a lb"),
  price("glass_batt_per_ft2_r", "Glass batts, a ft² and R"),
  price("mineral_wool_batt_per_ft2_r", "Mineral batts, a ft² and R"),
  price("baffle_piece", "Baffle, a piece"),
  price("wind_block", "Wind block, each"),
  price("dense_batt_per_ft3", "Dense batts at the edge, a ft³"),
  price("rigid_board_per_ft3", "Board over the plate, a ft³"),
  price("sprayed_foam_per_ft3", "Sprayed foam, a ft³"),
  price("removal_bag", "Removal bag, each"),
  price("disposal_per_lb", "Disposal, a lb"),
];

export const RATES: readonly Field<keyof Rates>[] = [
  rate("crew", "People in the crew", "", true),
  rate("setup_hours", "Set-up and clean-up", "h"),
  rate("truck_cellulose_lb_per_hour", "Truck, cellulose", "lb/h"),
  rate("truck_glass_lb_per_hour", "Truck, glass", "lb/h"),
  rate("small_machine_cellulose_lb_per_hour", "Small, cellulose", "lb/h"),
  rate("small_machine_glass_lb_per_hour", "Small, glass", "lb/h"),
  rate("enclosed_share_of_feed", "Closed bays, share of it", ""),
  rate("baffles_per_person_hour", "Baffles, person-hour", ""),
  rate("wind_blocks_per_person_hour", "Wind blocks, person-hour", ""),
  rate("edge_ft_per_person_hour", "Over the plates, person-hour", "ft"),
  rate("batts_ft2_per_person_hour", "Batts, person-hour", "ft²"),
  rate("batts_among_wires_less_pct", "Less among wires", "%"),
  rate("minutes_per_cut", "Each cut", "min"),
  rate("vacuum_ft3_per_hour_of_two", "Vacuum, two people", "ft³/h"),
  rate("clearing_batts_ft2_per_hour_of_two", "Old batts out, two people", "ft²/h"),
  rate("removal_bag_ft3", "Removal bag holds", "ft³"),
];
