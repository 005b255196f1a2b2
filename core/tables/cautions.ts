/** The usual cautions of the trade, shown on the step where each applies (common practice). */
export const CAUTIONS = {
  battery: 'Battery disconnected and its terminal covered before any wire is touched.',
  fuel: 'Fuel lines open: no flame, no spark, a rag under the joint, doors open.',
  hot: 'Engine and exhaust cold before a hand goes near.',
  stand: 'Craft on its stand, held, on level ground.',
  chocks: 'On level ground, brake on, wheels chocked, key out.',
  eyes: 'Eye protection.',
  dust: 'Dust mask and eye protection.',
  lift: 'Two people lift.',
  airbag: 'Airbags and seat-belt sensors: battery off ten minutes, no meter on yellow connectors.',
  shore: 'Mains and inverter wiring belongs to a licensed electrician.',
  gas: 'Gas lines run behind these panels: look before you drill.',
  hull: 'Nothing goes through the hull below the waterline.',
  vapour: 'Petrol space: ventilate first; only ignition-protected devices stay in it.',
  steering: 'Safety-critical: nothing may hold the bars, brakes or controls. Tighten to torque and check lock to lock.',
  shift:
    'Safety-critical: nothing may touch the shift linkage or the steering column. Work both through their whole travel.',
  hearing: 'Loud: ears protected (85 dBA for 8 hours at most, 3 dB less time halved).',
} as const;
export type Caution = keyof typeof CAUTIONS;
export const CAUTION_IDS = Object.keys(CAUTIONS) as [Caution, ...Caution[]];
