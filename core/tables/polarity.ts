/** How a speaker or its lead says which side is positive. Differs by maker and craft (common practice): check it. */
export const CUES = {
  stripeMinus: { name: 'stripe is −', plus: 'the plain one', minus: 'the striped one' },
  wideTabPlus: { name: 'wider tab is +', plus: 'the wider tab', minus: 'the narrower tab' },
  copperPlus: { name: 'copper strand is +', plus: 'the copper strand', minus: 'the silver strand' },
  printPlus: { name: 'printing is on +', plus: 'the printed one', minus: 'the unprinted one' },
  redPlus: { name: 'red mark is +', plus: 'the red mark', minus: 'the other one' },
  signPlus: { name: '+ is moulded in', plus: 'the one marked +', minus: 'the one marked −' },
} as const;
export type CueId = keyof typeof CUES;
export const CUE_IDS = Object.keys(CUES) as [CueId, ...CueId[]];

/** How a source's outputs are told apart (common practice). */
export const OUTPUT_MARKS = {
  aftermarket: 'leads in the aftermarket colours, black stripe −',
  terminals: 'terminals marked + and −',
} as const;
export type OutputMarks = keyof typeof OUTPUT_MARKS;
export const OUTPUT_MARK_IDS = Object.keys(OUTPUT_MARKS) as [OutputMarks, ...OutputMarks[]];
