/** Day and time of day, as this machine's clock has them. */
export function moment(at: string): string {
  const when = new Date(at);
  return `${when.toLocaleDateString("sv-SE")} ${when.toLocaleTimeString("sv-SE", { hour: "2-digit", minute: "2-digit" })}`;
}
