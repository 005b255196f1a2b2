/** What gear has to say of its body, of what stands in the plan as gear and is none: a circuit of the craft, the fuse in a loom. */
export const BODILESS = {
  size: { w: 0, h: 0, d: 0 },
  massKg: 0,
  water: [],
  dust: null,
  ignitionProtected: false,
  screws: null,
  cutoutMm: null,
  fitMinutes: 0,
  note: '',
};
