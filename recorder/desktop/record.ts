import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { writeTrace, type TraceEvent } from '@/core/trace'
import { exactTimes } from '@/server/media/probe'
import { handPath } from '../pointer'
import { random } from '../random'
import { answered } from './answers'
import { openDisplay, type Display, type PointerState } from './x11'

export interface DesktopChoice {
  width: number
  height: number
  theme: string
  cursorPx: number
  seed: number
  seconds: number
  dark: boolean
  crf: number
  preset: string
  fps: number
}

/** Wall-clock microseconds. */
const nowUs = () => Math.round((performance.timeOrigin + performance.now()) * 1000)

/** A desktop of its own: an X server without a screen, a window manager, and what runs on it. */
class Desktop {
  private readonly children: ChildProcess[] = []
  private mouse!: ChildProcess
  display!: Display
  place = { x: 0, y: 0 }
  readonly log: ({ us: number } & PointerState)[] = []
  /** Where the calculator’s window is. */
  readonly calculator = { x: 0, y: 0, w: 0, h: 0 }
  readonly presses: { us: number; x: number; y: number; type: 'pointerdown' | 'pointerup' }[] = []
  readonly keys: { us: number; key: string }[] = []
  private polling = true
  constructor(
    readonly name: string,
    readonly choice: DesktopChoice,
    readonly home: string,
  ) {}

  run(command: string, ...args: string[]): ChildProcess {
    const child = spawn(command, args, {
      stdio: ['pipe', 'ignore', 'ignore'],
      env: {
        ...process.env,
        DISPLAY: this.name,
        HOME: this.home,
        XCURSOR_THEME: this.choice.theme,
        XCURSOR_SIZE: String(this.choice.cursorPx),
        GTK_THEME: this.choice.dark ? 'Adwaita:dark' : 'Adwaita',
        NO_AT_BRIDGE: '1',
      },
    })
    child.on('error', () => {})
    this.children.push(child)
    return child
  }
  async open(): Promise<void> {
    this.run('Xvfb', this.name, '-screen', '0', `${this.choice.width}x${this.choice.height}x24`, '-nolisten', 'tcp')
    for (let i = 0; i < 50 && !this.display; i++) {
      await wait(100)
      try {
        this.display = openDisplay(this.name)
      } catch {
        /* not up yet */
      }
    }
    this.run('openbox')
    await wait(500)
    this.run('xsetroot', '-solid', this.choice.dark ? '#23303a' : '#7c97a3')
    this.run('xsetroot', '-cursor_name', 'left_ptr')
    this.mouse = this.run('xdotool', '-')
    this.place = this.display.pointer()
    void this.poll()
  }
  private async poll(): Promise<void> {
    while (this.polling) {
      this.log.push({ us: nowUs(), ...this.display.pointer() })
      await wait(1)
    }
  }
  say(line: string): void {
    this.mouse.stdin!.write(`${line}\n`)
  }
  async glide(x: number, y: number, chance: () => number, hurry = 1): Promise<void> {
    const from = this.place
    const began = performance.now()
    let i = 0
    for (const p of handPath(from, { x, y }, 60, chance)) {
      this.say(`mousemove ${Math.round(p.x)} ${Math.round(p.y)}`)
      i += 1
      await wait(Math.max(0, began + (i * 1000) / 60 / hurry - performance.now()))
    }
    this.place = { x: Math.round(x), y: Math.round(y) }
  }
  button(type: 'pointerdown' | 'pointerup', button = 1): void {
    this.presses.push({ us: nowUs(), ...this.place, type })
    this.say(`${type === 'pointerdown' ? 'mousedown' : 'mouseup'} ${button}`)
  }
  async press(button = 1): Promise<void> {
    this.button('pointerdown', button)
    await wait(90)
    this.button('pointerup', button)
  }
  async type(text: string, chance: () => number): Promise<void> {
    for (const c of text) {
      this.keys.push({ us: nowUs(), key: c })
      this.say(c === ' ' ? 'key space' : c === '\n' ? 'key Return' : `type ${c}`)
      await wait(60 + chance() * 90)
    }
  }
  async close(): Promise<void> {
    this.polling = false
    await wait(20)
    this.display.close()
    for (const c of this.children.toReversed()) c.kill('SIGKILL')
    await wait(100)
  }
}

const WORDS = 'every tool has a shelf and every shelf has a list of what was lent and when it came back '

/** What a person does on it, until the time is up: moves, clicks, menus, typing, scrolling, windows dragged about. */
async function use(d: Desktop, chance: () => number): Promise<void> {
  const { width: w, height: h } = d.choice
  const until = performance.now() + d.choice.seconds * 1000
  const spot = () => ({ x: Math.round(w * (0.04 + 0.92 * chance())), y: Math.round(h * (0.04 + 0.92 * chance())) })
  let n = 0
  while (performance.now() < until) {
    const p = spot()
    switch (n++ % 11) {
      case 0:
      case 3:
      case 6:
        await d.glide(p.x, p.y, chance)
        await wait(200 + chance() * 900)
        break
      case 1:
        await d.glide(w * 0.25, h * 0.3, chance)
        await d.press()
        await d.type(WORDS.slice(0, 14 + Math.floor(chance() * 20)), chance)
        break
      case 2:
        await d.glide(w * 0.7, h * 0.35, chance)
        for (let i = 0; i < 6; i++) {
          d.say(`click ${chance() > 0.4 ? 5 : 4}`)
          await wait(90)
        }
        break
      case 4: {
        await d.glide(w * (0.1 + 0.25 * chance()), h * 0.1 + 8, chance)
        d.say('keydown alt')
        d.button('pointerdown')
        await wait(60)
        await d.glide(w * (0.1 + 0.3 * chance()), h * (0.1 + 0.2 * chance()), chance)
        d.button('pointerup')
        d.say('keyup alt')
        await wait(300)
        break
      }
      case 5:
        await d.glide(w * 0.93, h * 0.93, chance)
        await d.press(3)
        await wait(500)
        await d.glide(w * 0.9, h * 0.86, chance)
        await wait(300)
        d.say('key Escape')
        await wait(200)
        break
      case 7:
        for (let i = 0; i < 12; i++) {
          await d.glide(
            d.place.x + Math.round((chance() - 0.5) * 4),
            d.place.y + Math.round((chance() - 0.5) * 4),
            chance,
          )
          d.say(`mousemove ${d.place.x + (i % 2)} ${d.place.y}`)
          await wait(50)
        }
        break
      case 8:
        await d.glide(p.x, p.y, chance, 1.8)
        break
      case 9:
        for (let i = 0; i < 3; i++) {
          await d.glide(
            d.calculator.x + d.calculator.w * (0.15 + 0.7 * chance()),
            d.calculator.y + d.calculator.h * (0.55 + 0.4 * chance()),
            chance,
          )
          await wait(80 + chance() * 300)
          await d.press()
          await wait(250)
        }
        break
      case 10: {
        const menu = { x: w * 0.5 + 24, y: h * 0.12 + 12 }
        await d.glide(menu.x, menu.y, chance)
        await wait(120)
        await d.press()
        await wait(400)
        await d.glide(menu.x + 30, menu.y + 90, chance)
        await wait(300)
        await d.glide(menu.x, menu.y, chance)
        await wait(150)
        await d.press()
        await wait(300)
        break
      }
    }
  }
}

/**
 * Records a desktop at work and writes the video and its true trace; the video keeps the times at which its frames were
 * taken.
 *
 * @returns for each press of the trace, whether it changed something on the screen
 */
export async function recordDesktop(choice: DesktopChoice, video: string, trace: string): Promise<boolean[]> {
  const home = await mkdtemp(path.join(tmpdir(), 'vane-desktop-'))
  const d = new Desktop(`:${60 + (choice.seed % 30)}`, choice, home)
  try {
    const chance = random(choice.seed)
    await writeFile(path.join(home, 'notes.txt'), `${WORDS.repeat(4)}\n`.repeat(60))
    await d.open()
    const { width: w, height: h } = choice
    d.run(
      'xterm',
      '-geometry',
      `${Math.floor(w / 16)}x${Math.floor(h / 36)}+${Math.floor(w * 0.06)}+${Math.floor(h * 0.1)}`,
      ...(choice.dark ? ['-bg', '#101418', '-fg', '#d8e0e0'] : ['-bg', '#fbfaf5', '-fg', '#202428']),
    )
    d.run('mousepad', path.join(home, 'notes.txt'))
    await wait(1500)
    d.run(
      'sh',
      '-c',
      `xdotool search --sync --onlyvisible --class mousepad windowsize ${Math.floor(w * 0.45)} ` +
        `${Math.floor(h * 0.6)} windowmove ${Math.floor(w * 0.5)} ${Math.floor(h * 0.12)}`,
    )
    d.run('galculator')
    await wait(2500)
    Object.assign(d.calculator, { x: Math.floor(w * 0.08), y: Math.floor(h * 0.52) })
    d.run(
      'sh',
      '-c',
      `xdotool search --sync --onlyvisible --class galculator windowmove ${d.calculator.x} ${d.calculator.y}`,
    )
    await wait(500)
    const size = spawnSync(
      'sh',
      ['-c', 'xdotool getwindowgeometry --shell $(xdotool search --onlyvisible --class galculator | tail -1)'],
      { encoding: 'utf8', env: { ...process.env, DISPLAY: d.name } },
    ).stdout
    for (const [key, side] of [
      ['WIDTH', 'w'],
      ['HEIGHT', 'h'],
    ] as const)
      d.calculator[side] = Number(new RegExp(`${key}=(\\d+)`).exec(size)?.[1] ?? 0)
    const raw = path.join(home, 'raw.mkv')
    const times = path.join(home, 'times.txt')
    const grab = spawn(
      'ffmpeg',
      [
        '-v',
        'error',
        '-y',
        '-f',
        'x11grab',
        '-draw_mouse',
        '1',
        '-framerate',
        String(choice.fps),
        '-video_size',
        `${w}x${h}`,
        '-i',
        d.name,
        '-copyts',
        '-vf',
        `metadata=mode=add:key=n:value=1,metadata=mode=print:file=${times}`,
        '-fps_mode',
        'passthrough',
        '-c:v',
        'libx264rgb',
        '-preset',
        'ultrafast',
        '-qp',
        '0',
        raw,
      ],
      { stdio: ['pipe', 'ignore', 'inherit'] },
    )
    await wait(800)
    await use(d, chance)
    grab.stdin.write('q')
    await once(grab, 'close')
    const code = spawn(
      'ffmpeg',
      [
        '-v',
        'error',
        '-y',
        '-i',
        raw,
        '-fps_mode',
        'passthrough',
        '-enc_time_base',
        '-1',
        '-video_track_timescale',
        '90000',
        '-vf',
        'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p',
        '-c:v',
        'libx264',
        '-preset',
        choice.preset,
        '-crf',
        String(choice.crf),
        '-pix_fmt',
        'yuv420p',
        '-colorspace',
        'bt709',
        '-color_primaries',
        'bt709',
        '-color_trc',
        'bt709',
        '-color_range',
        'tv',
        video,
      ],
      { stdio: ['ignore', 'ignore', 'inherit'] },
    )
    const [ended] = (await once(code, 'close')) as [number]
    if (ended !== 0) throw new Error(`ffmpeg ended with ${ended}; the recording was not written.`)
    const pts = [...(await readFile(times, 'utf8')).matchAll(/ pts:(\d+)/g)].map((m) => Number(m[1]))
    // The file rounds the times at which its frames were taken; what is true of a frame is told at the file's own time.
    const shown = await exactTimes(video)
    if (!shown || shown.length !== pts.length)
      throw new Error(`${video}: of ${pts.length} frames that were taken it has ${shown?.length ?? 0}.`)
    const first = pts[0]!
    const events: TraceEvent[] = []
    let i = 0
    for (const [n, us] of pts.entries()) {
      // The picture is taken within a few milliseconds after its time.
      while (i + 1 < d.log.length && d.log[i + 1]!.us <= us + 2000) i++
      const { x, y, visible } = d.log[i]!
      if (visible) events.push({ type: 'pointermove', t: shown[n]!, x, y })
    }
    const acts = d.presses.filter((p) => p.us >= first)
    const downs = acts.filter((p) => p.type === 'pointerdown')
    for (const { us, type, x, y } of acts) events.push({ type, t: (us - first) / 1e6, x, y, button: 0 })
    for (const { us, key } of d.keys) if (us >= first) events.push({ type: 'keydown', t: (us - first) / 1e6, key })
    events.sort((a, b) => a.t - b.t)
    await writeFile(trace, writeTrace({ width: w, height: h, events }))
    const pointer = (us: number) => d.log[Math.max(0, d.log.findIndex((s) => s.us > us) - 1)]!
    return await answered(raw, {
      width: w,
      height: h,
      taken: pts,
      pointer,
      cursorPx: choice.cursorPx,
      presses: downs,
      keys: d.keys,
    })
  } finally {
    await d.close()
    await rm(home, { recursive: true, force: true })
  }
}
