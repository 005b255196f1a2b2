/** Lengths that extension leads are bought in, mm (common practice). */
const EXTENSIONS = [150, 300, 600, 900, 1500, 2000, 3000, 5000, 8000] as const;
/** The shortest extension that closes a gap, mm; undefined where it takes two. */
export const extensionFor = (missingMm: number): number | undefined => EXTENSIONS.find((mm) => mm >= missingMm);
