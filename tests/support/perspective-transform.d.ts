declare module 'perspective-transform' {
  /** Corners from and to, as x, y, x, y … */
  export default function PerspT(
    from: readonly number[],
    to: readonly number[],
  ): {
    transform(x: number, y: number): [number, number];
  };
}
