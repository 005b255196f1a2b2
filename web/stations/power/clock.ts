/** Hours as "2 h 05" or "45 min"; days where it is more than four of them. */
export function clock(hours: number): string {
  const minutes = Math.floor(hours * 60 + 1e-6);
  if (minutes < 60) return `${minutes} min`;
  if (hours > 96) return `${Math.round(hours / 24)} days`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}
