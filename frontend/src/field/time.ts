/** A moment as the phone’s clock shows it: hours and minutes. */
export const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
