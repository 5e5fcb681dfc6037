import koffi from 'koffi'

export interface PointerState {
  x: number
  y: number
  visible: boolean
}
/** The pointer of an X display, read directly: truth to hold found pointers against. */
export interface Display {
  pointer(): PointerState
  close(): void
}

/** @throws when libX11 or libXfixes is missing or the display does not answer */
export function openDisplay(name: string): Display {
  const lib = koffi.load('libX11.so.6')
  const fixes = koffi.load('libXfixes.so.3')
  const image = koffi.struct({
    x: 'short',
    y: 'short',
    width: 'ushort',
    height: 'ushort',
    xhot: 'ushort',
    yhot: 'ushort',
    serial: 'unsigned long',
    pixels: 'void *',
    atom: 'unsigned long',
    name: 'void *',
  })
  const cursor = fixes.func('XFixesGetCursorImage', 'void *', ['void *'])
  const free = lib.func('int XFree(void *data)')
  const open = lib.func('void *XOpenDisplay(const char *name)')
  const shut = lib.func('int XCloseDisplay(void *display)')
  const display: unknown = open(name)
  if (!display) throw new Error(`The display ${name} does not answer.`)
  const shown = new Map<string, boolean>()
  return {
    pointer() {
      const at: unknown = cursor(display)
      const c = koffi.decode(at, image) as {
        x: number
        y: number
        width: number
        height: number
        serial: number | bigint
        pixels: unknown
      }
      const serial = String(c.serial)
      let visible = shown.get(serial)
      if (visible === undefined) {
        const pixels = koffi.decode(c.pixels, 'uint64', c.width * c.height) as (number | bigint)[]
        visible = pixels.some((p) => Number((BigInt(p) >> 24n) & 255n) > 40)
        shown.set(serial, visible)
      }
      free(at)
      return { x: c.x, y: c.y, visible }
    },
    close() {
      shut(display)
    },
  }
}
