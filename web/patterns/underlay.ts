import { computed, onScopeDispose, ref, watch, type Ref } from 'vue';
import type { Underlay } from '#core/craft/pattern';
import type { Projective } from '#core/drafting/photo';
import { onSheet } from '#core/drafting/views';
import type { Projection } from '#core/drawing/projection';
import { searches } from '../workers';

export const photoAt = (hash: string) => `/api/photographs/${hash}`;

/** A picture laid under a view: whole where it was taken square on, else straightened over the view’s bounds. */
export type Laid =
  | { readonly is: 'whole'; readonly href: string; readonly px: readonly [number, number]; readonly matrix: string }
  | { readonly is: 'straight'; readonly href: string };

/** Pixels of a picture, as this browser reads it. */
async function rasterOf(hash: string): Promise<ImageData> {
  const answer = await fetch(photoAt(hash));
  if (!answer.ok) throw new Error(`the picture is not to be had (${answer.status})`);
  const bitmap = await createImageBitmap(await answer.blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d')!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, canvas.width, canvas.height);
}

/** Straightened pictures are this wide, px. */
const WIDE = 1400;

/** The picture under one view as it is drawn on the sheet. */
export function useUnderlay(
  underlay: () => Underlay | undefined,
  bounds: () => readonly [number, number, number, number],
  projection: () => Projection,
): { laid: Ref<Laid | undefined>; failure: Ref<string | undefined> } {
  const failure = ref<string>();
  const straight = ref<string>();
  let turn = 0;
  const letGo = () => straight.value && URL.revokeObjectURL(straight.value);
  onScopeDispose(() => {
    turn++;
    letGo();
  });
  watch(
    () => JSON.stringify([underlay(), bounds()]),
    async () => {
      const mine = ++turn;
      const now = underlay();
      failure.value = undefined;
      letGo();
      straight.value = undefined;
      if (!now || onSheet(now.toPx as unknown as Projective, projection())) return;
      try {
        const { data, width, height } = await searches().straightened(
          await rasterOf(now.photo),
          now.toPx as unknown as Projective,
          bounds(),
          WIDE,
        );
        const canvas = new OffscreenCanvas(width, height);
        canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
        const picture = await canvas.convertToBlob({ type: 'image/png' });
        if (mine === turn) straight.value = URL.createObjectURL(picture);
      } catch (error) {
        if (mine === turn) failure.value = error instanceof Error ? error.message : String(error);
      }
    },
    { immediate: true },
  );
  const laid = computed((): Laid | undefined => {
    const now = underlay();
    if (!now) return undefined;
    const matrix = onSheet(now.toPx as unknown as Projective, projection());
    if (matrix) return { is: 'whole', href: photoAt(now.photo), px: now.px, matrix: `matrix(${matrix.join(' ')})` };
    return straight.value === undefined ? undefined : { is: 'straight', href: straight.value };
  });
  return { laid, failure };
}
