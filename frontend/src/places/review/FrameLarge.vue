<script setup lang="ts">
/** Frames large, one or two beside each other: what each says, what it wants at home, and its marks against the raw data. */
import type { Fault, FrameSummary } from '@/api/types'
import { apertureText, isoText, shutterText } from '@/shared/format'
import { fixed } from '@/shared/numberText'
import { FAULTS } from './useLooking'

defineProps<{ frames: FrameSummary[]; marked: boolean; homeOf: Map<string, number | null> }>()
const WORTH_EV = 0.3

/** A mask the server cut, laid over the picture in a pattern: it stays apart from the picture in every theme. */
function laidOver(frame: FrameSummary, of: 'marked' | 'full'): Record<string, string> {
  const url = `url(/api/v1/frames/${frame.id}/marks?of=${of})`
  return { maskImage: url, WebkitMaskImage: url }
}
const percent = (share: number): string => `${fixed(100 * share, 1)} %`
const word = (frame: FrameSummary): string =>
  frame.rating === null ? '' : frame.rating > 0 ? 'kept' : `passed over${frame.fault ? `, ${FAULTS[frame.fault as Fault]}` : ''}`
function said(frame: FrameSummary): string {
  const { exposure_s, f_number, iso } = frame.said
  const values = [exposure_s ? shutterText(exposure_s) : '', f_number ? apertureText(f_number) : '', iso ? `ISO ${isoText(iso)}` : '']
  return [frame.name, ...values.filter(Boolean), word(frame)].filter(Boolean).join(', ')
}
/** What was measured on the small picture, at the size of the file: how wide edges are, how much is at white. */
function measured(frame: FrameSummary): string {
  const { measures, said } = frame
  if (!measures) return ''
  const PREVIEW_PX = 640
  const edge = said.width_px && measures.sharpness > 0 ? Math.max(said.width_px / PREVIEW_PX, 1) / measures.sharpness : null
  const parts = [edge ? `edges ${fixed(edge, edge < 10 ? 1 : 0)} px wide` : '', measures.burnt >= 0.001 ? `${percent(measures.burnt)} at white` : '']
  const found = parts.filter(Boolean).join(', ')
  return found && ` · ${found}`
}
function atHome(ev: number | null | undefined): string {
  if (ev == null || Math.abs(ev) < WORTH_EV) return ''
  const noise = `${fixed(Math.abs(ev) / 2, 1)} stop ${ev < 0 ? 'less' : 'more'} noise`
  return ` · ${ev < 0 ? 'darken' : 'lift'} ${fixed(Math.abs(ev), 1)} EV at home, ${noise}`
}
</script>

<template>
  <div class="large" :class="{ two: frames.length > 1 }">
    <figure v-for="frame in frames" :key="frame.id">
      <div v-if="frame.has_preview" class="picture">
        <img :src="`/api/v1/frames/${frame.id}/preview`" :alt="said(frame)" />
        <template v-if="marked && frame.marks">
          <i class="over" :style="laidOver(frame, 'marked')"></i>
          <i class="over full" :style="laidOver(frame, 'full')"></i>
        </template>
      </div>
      <div v-else class="blank">No picture of this frame was brought.</div>
      <figcaption>
        {{ said(frame) }}{{ measured(frame) }}{{ atHome(homeOf.get(frame.id)) }}
        <template v-if="marked && frame.marks">
          · <span class="swatch"></span> marked {{ percent(frame.marks.marked) }} · <span class="swatch full"></span> data end
          {{ percent(frame.marks.full) }} · marked, yet held {{ percent(frame.marks.held) }}
        </template>
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.large {
  display: grid;
  gap: 6px;
}

.large.two {
  grid-template-columns: 1fr 1fr;
}

figure {
  margin: 0;
}

.picture {
  position: relative;
}

img {
  display: block;
  width: 100%;
  height: min(40vh, 340px);
  object-fit: contain;
  background: #000;
}

.over {
  position: absolute;
  inset: 0;
  mask-size: contain;
  mask-position: center;
  mask-repeat: no-repeat;
}

.over,
.swatch {
  background: repeating-linear-gradient(45deg, #fff 0 3px, #000 3px 6px);
}

.over.full,
.swatch.full {
  background: repeating-linear-gradient(-45deg, #000 0 2px, #fff 2px 4px);
}

.swatch {
  display: inline-block;
  width: 12px;
  height: 10px;
  vertical-align: middle;
}

[data-theme='night-red'] .swatch,
[data-theme='night-red'] .over,
[data-theme='night-red'] img {
  filter: grayscale(1) brightness(0.55) sepia(1) hue-rotate(-45deg) saturate(5);
}

.blank {
  display: grid;
  place-items: center;
  min-height: 120px;
  border: 1px dashed var(--edge);
  color: var(--soft);
}
</style>
