/** Drives and what turns them. A wrong driver strips a head, so a step names the tool, not just the screw. */
export const DRIVES = {
  hexSocket4: { name: '4 mm hexagon socket', tool: '4 mm hexagon key' },
  hexSocket5: { name: '5 mm hexagon socket', tool: '5 mm hexagon key' },
  hexSocket6: { name: '6 mm hexagon socket', tool: '6 mm hexagon key' },
  hex8: { name: '8 mm hexagon head', tool: '8 mm socket' },
  hex10: { name: '10 mm hexagon head', tool: '10 mm socket, short and long' },
  hex12: { name: '12 mm hexagon head', tool: '12 mm socket, short and long' },
  hex13: { name: '13 mm hexagon head', tool: '13 mm socket' },
  sixLobe20: { name: 'six-lobe 20', tool: 'six-lobe driver 20' },
  sixLobe25: { name: 'six-lobe 25', tool: 'six-lobe driver 25' },
  cross2: { name: 'cross-head 2', tool: 'cross-head driver 2' },
  square2: { name: 'square socket 2', tool: 'square driver 2' },
  rivet: { name: 'push rivet', tool: 'push-rivet fork' },
  quarterTurn: { name: 'quarter-turn stud', tool: 'wide slotted driver' },
} as const;
export type Drive = keyof typeof DRIVES;
export const DRIVE_IDS = Object.keys(DRIVES) as [Drive, ...Drive[]];
