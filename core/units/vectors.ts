/** A point or direction in craft coordinates, mm: x forward, y left, z up. */
export type Vec3 = readonly [x: number, y: number, z: number];

export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const norm = (a: Vec3): number => Math.hypot(a[0], a[1], a[2]);
export const distance = (a: Vec3, b: Vec3): number => norm(sub(a, b));
export const unit = (a: Vec3): Vec3 => scale(a, 1 / norm(a));

/** Length of a polyline, in the unit of its points. */
export function polylineLength(points: readonly Vec3[]): number {
  let length = 0;
  for (let i = 1; i < points.length; i++) length += distance(points[i - 1]!, points[i]!);
  return length;
}

/** `point` turned by `angle` radians about the line through `origin` along unit `axis` (Rodrigues). */
export function rotateAbout(point: Vec3, origin: Vec3, axis: Vec3, angle: number): Vec3 {
  const p = sub(point, origin);
  const c = Math.cos(angle);
  const turned = add(add(scale(p, c), scale(cross(axis, p), Math.sin(angle))), scale(axis, dot(axis, p) * (1 - c)));
  return add(origin, turned);
}
