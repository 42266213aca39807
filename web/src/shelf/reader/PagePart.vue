<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import type { Box } from '@jardinero/core/shelf'
import type { PagePicture } from './pagePicture.ts'

/** The part of a page where a figure stands, with its words marked. */
const props = defineProps<{ picture: PagePicture; places: Box[]; said: string }>()
const canvas = ref<HTMLCanvasElement>()

/** Words beside each other are marked as one. */
function inLines(places: Box[]): Box[] {
  const lines: Box[] = []
  for (const p of places.toSorted((a, b) => a.x0 - b.x0)) {
    const height = p.y1 - p.y0
    const line = lines.find((l) => Math.abs(l.y0 - p.y0) < height * 0.6 && p.x0 - l.x1 < height)
    if (!line) lines.push({ ...p })
    else
      Object.assign(line, {
        x1: Math.max(line.x1, p.x1),
        y0: Math.min(line.y0, p.y0),
        y1: Math.max(line.y1, p.y1),
      })
  }
  return lines
}

async function draw(): Promise<void> {
  const { picture, places } = props
  const view = canvas.value
  if (!view || !places.length) return
  const painted = await picture.paint()
  if (canvas.value !== view || props.picture !== picture) return
  const pen = view.getContext('2d')
  if (!pen) return
  const scale = painted.width / picture.width
  const { width, height } = view
  // As wide as the page up to twice its words' width, so that they can be read; their middle in the middle.
  const [left, right] = [Math.min(...places.map((p) => p.x0)), Math.max(...places.map((p) => p.x1))]
  const [top, bottom] = [Math.min(...places.map((p) => p.y0)), Math.max(...places.map((p) => p.y1))]
  const letter = Math.max(...places.map((p) => p.y1 - p.y0))
  const shown = Math.min(
    picture.width,
    Math.max((right - left) * 1.15, letter * 34, (bottom - top + letter * 4) * (width / height)),
  )
  const zoom = width / shown
  const x = Math.min(Math.max(0, (left + right) / 2 - shown / 2), picture.width - shown)
  const y = Math.max(0, (top + bottom) / 2 - height / zoom / 2)
  pen.fillStyle = '#fff'
  pen.fillRect(0, 0, width, height)
  pen.drawImage(painted, x * scale, y * scale, shown * scale, (height / zoom) * scale, 0, 0, width, height)
  pen.fillStyle = 'rgb(255 196 0 / 30%)'
  pen.strokeStyle = '#9a5b00'
  pen.lineWidth = 2
  for (const p of inLines(places)) {
    const box = [
      (p.x0 - x) * zoom - 3,
      (p.y0 - y) * zoom - 3,
      (p.x1 - p.x0) * zoom + 6,
      (p.y1 - p.y0) * zoom + 6,
    ] as const
    pen.fillRect(...box)
    pen.strokeRect(...box)
  }
}
onMounted(draw)
watch(() => [props.picture, props.places], draw)
</script>

<template>
  <canvas ref="canvas" width="1000" height="460" role="img" :aria-label="said"></canvas>
</template>

<style scoped>
canvas {
  width: 100%;
  height: auto;
  border: 1px solid var(--rule);
  background: #fff;
}
</style>
