import { EndType, FillRule, JoinType, areaPathsD, differenceD, inflatePathsD, unionD, type PathsD } from 'clipper2-ts';
import { flattened, type Contour, type Point } from './contour';

/** Some part of a plane, of straight edges: what is within an odd number of its lines. */
export type Region = readonly (readonly Point[])[];

/** How far a curve may lie from the straight edges that stand for it, mm. */
const WITHIN = 0.01;
/** Decimals of a millimetre that are calculated with. */
const PRECISION = 4;

const paths = (region: Region): PathsD => region.map((points) => points.map(([x, y]) => ({ x, y })));
const region = (found: PathsD): Region => found.map((path) => path.map(({ x, y }): Point => [x, y]));

export const regionOf = (...contours: readonly Contour[]): Region =>
  region(unionD(paths(contours.map((contour) => flattened(contour, WITHIN))), [], FillRule.NonZero, PRECISION));

/** What of `a` lies outside `b`. */
export const less = (a: Region, b: Region): Region =>
  region(differenceD(paths(a), paths(b), FillRule.EvenOdd, PRECISION));
/** What lies in either. */
export const joined = (a: Region, b: Region): Region => region(unionD(paths(a), paths(b), FillRule.NonZero, PRECISION));

/** A region grown by `mm` all round, or shrunk where that is negative; corners outward round. */
export const grown = (a: Region, mm: number): Region =>
  region(inflatePathsD(paths(a), mm, JoinType.Round, EndType.Polygon, 2, PRECISION, WITHIN));

/** Area, mm². */
export const regionArea = (a: Region): number => Math.abs(areaPathsD(paths(a)));
