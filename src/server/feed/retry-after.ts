/** How long an answer asks to be left alone: `Retry-After` as seconds or as a date (RFC 9110, section 10.2.3); null when it does not say. */
export function retryAfterMs(header: string | null, now: number): number | null {
  if (header === null) return null;
  if (/^\d+$/.test(header.trim())) return Number(header) * 1000;
  const date = Date.parse(header);
  return Number.isFinite(date) ? Math.max(0, date - now) : null;
}
