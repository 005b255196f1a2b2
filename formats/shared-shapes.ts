import { Cover, CoverWay, Fastener, Opened } from '#core/craft/cover';
import { Joint } from '#core/craft/joint';
import { KeepFree } from '#core/craft/keep-free';
import { Leg } from '#core/craft/leg';
import { Panel } from '#core/craft/panel';
import { Place, Point } from '#core/craft/place';
import { Stroke } from '#core/craft/pattern';
import { GearItem } from '#core/gear/gear';
import { Id, Text } from '#core/text/scalars';

/** Shapes that stand in a schema of ours many times over: written once in it, and referred to. */
export const SHARED_SHAPES = {
  Id,
  Text,
  Point,
  Fastener,
  CoverWay,
  Opened,
  GearItem,
  Place,
  Panel,
  Leg,
  Cover,
  Joint,
  KeepFree,
  Stroke,
};
