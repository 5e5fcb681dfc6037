import { useEffect, useRef } from 'react'
import type { Lesson } from '@/core/lesson/schema'
import { layersAt, timedOf } from '@/core/scene'
import { paint, pathStore, sheetPool, type Easel } from '@/paint'

function newContext(width: number, height: number): CanvasRenderingContext2D {
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  return canvas.getContext('2d')!
}
let easel: Easel | null = null
/** Paints what is drawn alone: a lesson's files are left out. */
const drawn = (): Easel =>
  (easel ??= {
    footage: () => null,
    stillPicture: () => null,
    sheet: sheetPool(newContext),
    path: pathStore((d) => new Path2D(d)),
  })

/** A small picture of a frame of a lesson that consists of drawings. */
export function Thumb({ lesson, frame, label }: { lesson: Lesson; frame: number; label: string }) {
  const ref = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const canvas = ref.current
    if (!canvas) return
    const width = Math.max(1, Math.round(canvas.clientWidth * devicePixelRatio))
    canvas.width = width
    canvas.height = Math.round((width * lesson.frame.height) / lesson.frame.width)
    paint(canvas.getContext('2d')!, layersAt(timedOf(lesson), frame, { blurred: false }), drawn(), width)
  }, [lesson, frame])
  return (
    <canvas
      ref={ref}
      role="img"
      aria-label={label}
      className="block w-full rounded-sm"
      style={{ aspectRatio: `${lesson.frame.width} / ${lesson.frame.height}` }}
    />
  )
}
