import { Brush, C } from './kit'
import { HISTORY, MEMBERS, TOOLS, type Tool } from './data'

/** Everything that Loanbench shows depends on this. */
export interface Screen {
  page: 'list' | 'detail' | 'receipt'
  query: string
  searching: boolean
  caret: boolean
  /** Pixels the detail page is scrolled by. */
  scroll: number
  dialog: boolean
  memberOpen: boolean
  member: string | null
  term: '2 weeks' | '1 week' | '3 weeks'
  toast: string | null
}
export const START: Screen = {
  page: 'list',
  query: '',
  searching: false,
  caret: false,
  scroll: 0,
  dialog: false,
  memberOpen: false,
  member: null,
  term: '2 weeks',
  toast: null,
}

const SIDE = 264
const TOP = 116

/** Draws the whole screen, 1920 × 1080. */
export function drawScreen(b: Brush, s: Screen): void {
  b.rect(0, 0, 1920, 1080, C.paper)
  if (s.page === 'list') list(b, s)
  else if (s.page === 'detail') detail(b, s)
  else receipt(b, s)
  chrome(b, s)
  if (s.dialog) dialog(b, s)
  if (s.toast) {
    const w = b.width(s.toast, 20, 600) + 92
    b.rect(1920 - w - 40, 980, w, 60, C.pineDark, 10)
    tick(b, 1920 - w - 14, 1010, C.amber)
    b.text(s.toast, 1920 - w + 26, 1017, 20, C.white, 600)
  }
}

function chrome(b: Brush, s: Screen): void {
  b.rect(0, 0, 1920, 44, C.pineDark)
  b.text('Loanbench', 58, 29, 18, '#e9f3ef', 600)
  b.rect(22, 12, 22, 20, C.amber, 4)
  b.rect(28, 18, 10, 3, C.pineDark)
  b.rect(28, 24, 10, 3, C.pineDark)
  b.text('Larkfield Tool Library · front desk', 960, 29, 16, '#b9cfc8', 400, 'center')
  b.line(1798, 24, 1814, 24, '#b9cfc8', 2)
  b.frame(1840, 15, 15, 15, '#b9cfc8', 2, 2)
  b.path('#b9cfc8', 2, (c) => {
    c.moveTo(1882, 16)
    c.lineTo(1896, 30)
    c.moveTo(1896, 16)
    c.lineTo(1882, 30)
  })
  b.rect(0, 44, SIDE, 1036, C.pine)
  const items = ['Tools', 'Loans', 'Members', 'Workshops', 'Repairs', 'Reports']
  items.forEach((label, i) => {
    const y = 84 + i * 58
    const on = i === 0
    const state = b.target(`nav-${label}`, label, 16, y, SIDE - 32, 48)
    if (on || state !== 'rest') b.rect(16, y, SIDE - 32, 48, on ? C.pineLight : '#28564f', 8)
    if (on) b.rect(16, y + 10, 5, 28, C.amber, 2)
    navGlyph(b, i, 48, y + 24, on ? C.white : '#a9c4bc')
    b.text(label, 78, y + 31, 20, on ? C.white : '#cfe0da', on ? 600 : 400)
    if (label === 'Loans') {
      b.rect(SIDE - 78, y + 12, 44, 24, '#173a37', 12)
      b.text('38', SIDE - 56, y + 30, 16, '#d9ebe4', 600, 'center')
    }
  })
  b.line(28, 936, SIDE - 28, 936, '#3b6c65', 1)
  b.rect(28, 962, 52, 52, '#d98f6a', 26)
  b.text('WK', 54, 996, 20, C.white, 600, 'center')
  b.text('Wenna Kerr', 96, 984, 19, C.white, 600)
  b.text('Volunteer, desk 2', 96, 1010, 16, '#a9c4bc')
  b.rect(SIDE, 44, 1920 - SIDE, TOP - 44, C.white)
  b.line(SIDE, TOP, 1920, TOP, C.line, 1.5)
  const crumb =
    s.page === 'list'
      ? ['Tools']
      : s.page === 'detail'
        ? ['Tools', 'Cordless drill, 18 V']
        : ['Tools', 'Cordless drill, 18 V', 'Receipt']
  let x = SIDE + 40
  crumb.forEach((c, i) => {
    const now = i === crumb.length - 1
    b.text(c, x, 90, 24, now ? C.ink : C.soft, now ? 600 : 400)
    x += b.width(c, 24, now ? 600 : 400) + 16
    if (!now) {
      b.path(C.faint, 2.5, (p) => {
        p.moveTo(x, 74)
        p.lineTo(x + 7, 82)
        p.lineTo(x, 90)
      })
      x += 24
    }
  })
  b.text('Tuesday 24 November', 1880, 88, 18, C.soft, 400, 'right')
}

function navGlyph(b: Brush, i: number, x: number, y: number, colour: string): void {
  b.path(colour, 2.2, (c) => {
    if (i === 0) {
      c.moveTo(x - 9, y + 9)
      c.lineTo(x + 3, y - 3)
      c.moveTo(x + 9, y - 5)
      c.arc(x + 5, y - 5, 5, 0.2, 4.4)
    } else if (i === 1) {
      c.moveTo(x - 9, y - 4)
      c.lineTo(x + 7, y - 4)
      c.lineTo(x + 3, y - 8)
      c.moveTo(x + 9, y + 4)
      c.lineTo(x - 7, y + 4)
      c.lineTo(x - 3, y + 8)
    } else if (i === 2) {
      c.arc(x, y - 4, 5, 0, 6.3)
      c.moveTo(x - 9, y + 9)
      c.quadraticCurveTo(x, y - 1, x + 9, y + 9)
    } else if (i === 3) {
      c.rect(x - 9, y - 7, 18, 15)
      c.moveTo(x - 9, y - 1)
      c.lineTo(x + 9, y - 1)
    } else if (i === 4) {
      c.moveTo(x - 8, y + 8)
      c.lineTo(x + 8, y - 8)
      c.moveTo(x - 8, y - 8)
      c.lineTo(x + 8, y + 8)
    } else {
      c.moveTo(x - 8, y + 8)
      c.lineTo(x - 8, y)
      c.moveTo(x, y + 8)
      c.lineTo(x, y - 8)
      c.moveTo(x + 8, y + 8)
      c.lineTo(x + 8, y - 3)
    }
  })
}

export function tick(b: Brush, x: number, y: number, colour: string): void {
  b.path(colour, 3.5, (c) => {
    c.moveTo(x - 8, y)
    c.lineTo(x - 2, y + 7)
    c.lineTo(x + 9, y - 8)
  })
}

function glyph(b: Brush, g: Tool['glyph'], x: number, y: number, scale = 1): void {
  const { ctx } = b
  ctx.save()
  ctx.translate(x, y)
  ctx.scale(scale, scale)
  b.path(C.pine, 2.4, (c) => {
    if (g === 'drill') {
      c.roundRect(-12, -9, 18, 9, 2)
      c.moveTo(6, -5)
      c.lineTo(14, -5)
      c.moveTo(-6, 0)
      c.lineTo(-9, 10)
      c.lineTo(-2, 10)
      c.lineTo(0, 0)
    } else if (g === 'saw') {
      c.arc(2, 0, 9, 0, 6.3)
      c.moveTo(-12, -8)
      c.lineTo(-4, -8)
    } else if (g === 'ladder') {
      c.moveTo(-6, -12)
      c.lineTo(-6, 12)
      c.moveTo(6, -12)
      c.lineTo(6, 12)
      for (let i = -8; i <= 8; i += 5) {
        c.moveTo(-6, i)
        c.lineTo(6, i)
      }
    } else if (g === 'sander') {
      c.roundRect(-12, 2, 24, 7, 3)
      c.roundRect(-7, -8, 14, 9, 3)
    } else if (g === 'clamp') {
      c.moveTo(-9, -10)
      c.lineTo(-9, 10)
      c.moveTo(-9, -8)
      c.lineTo(7, -8)
      c.moveTo(-9, 4)
      c.lineTo(7, 4)
      c.moveTo(7, 4)
      c.lineTo(7, 10)
    } else if (g === 'level') {
      c.roundRect(-13, -5, 26, 10, 3)
      c.moveTo(-3, -5)
      c.lineTo(-3, 5)
      c.moveTo(3, -5)
      c.lineTo(3, 5)
    } else if (g === 'garden') {
      c.moveTo(-12, 5)
      c.lineTo(12, -5)
      c.roundRect(-12, 1, 9, 8, 3)
    } else {
      c.roundRect(-12, -6, 16, 9, 3)
      c.moveTo(8, -5)
      c.lineTo(13, -8)
      c.moveTo(8, 0)
      c.lineTo(13, 2)
      c.moveTo(-8, 3)
      c.lineTo(-8, 11)
    }
  })
  ctx.restore()
}

const stateOf = (b: Brush, t: Tool, x: number, y: number) => {
  if (t.state === 'in') b.pill('On the shelf', x, y, C.greenSoft, C.green)
  else if (t.state === 'out') b.pill(`Due ${t.due}`, x, y, C.amberSoft, C.amberInk)
  else b.pill('In repair', x, y, '#f6e0dc', C.red)
}

function list(b: Brush, s: Screen): void {
  const x = SIDE + 40
  const field = b.target('search', 'Search box', x, 148, 620, 56, 'text')
  b.rect(x, 148, 620, 56, C.white, 10)
  b.frame(
    x,
    148,
    620,
    56,
    s.searching ? C.pineLight : field === 'hover' ? C.faint : C.line,
    10,
    s.searching ? 2.5 : 1.5,
  )
  b.path(C.soft, 2.6, (c) => {
    c.arc(x + 28, 174, 8, 0, 6.3)
    c.moveTo(x + 34, 180)
    c.lineTo(x + 41, 187)
  })
  if (s.query) b.text(s.query, x + 58, 184, 22, C.ink)
  else b.text('Search tools, shelves, kinds', x + 58, 184, 22, C.faint)
  if (s.searching && s.caret) b.rect(x + 60 + (s.query ? b.width(s.query, 22) : 0), 162, 2, 28, C.ink)
  ;['All', 'On the shelf', 'Lent out', 'In repair'].forEach((f, i) => {
    const fx = x + 660 + [0, 76, 230, 354][i]!
    const w = b.width(f, 18, 600) + 36
    b.target(`filter-${f}`, f, fx, 154, w, 44)
    b.rect(fx, 154, w, 44, i === 0 ? C.mint : C.white, 22)
    if (i > 0) b.frame(fx, 154, w, 44, C.line, 22, 1.5)
    b.text(f, fx + 18, 183, 18, i === 0 ? C.pine : C.soft, 600)
  })
  b.button('add', 'Add a tool', 1700, 152, 180, 48)
  const rows = TOOLS.filter((t) => !s.query || t.name.toLowerCase().includes(s.query.toLowerCase()))
  const y0 = 232
  b.rect(x, y0, 1920 - x - 40, 56 + rows.length * 68 + 8, C.white, 12)
  b.frame(x, y0, 1920 - x - 40, 56 + rows.length * 68 + 8, C.line, 12, 1.5)
  ;[
    ['Tool', 84],
    ['Number', 640],
    ['Shelf', 820],
    ['Kind', 980],
    ['State', 1220],
  ].forEach(([h, dx]) => b.text(h as string, x + (dx as number), y0 + 36, 17, C.soft, 600))
  rows.forEach((t, i) => {
    const y = y0 + 56 + i * 68
    const state = b.target(`row-${t.id}`, t.name, x + 1, y, 1920 - x - 42, 68)
    if (state !== 'rest') b.rect(x + 2, y + 1, 1920 - x - 44, 67, state === 'pressed' ? '#c9e2d9' : '#edf5f1')
    b.line(x, y, 1880, y, C.line, 1)
    b.rect(x + 22, y + 12, 44, 44, C.mint, 10)
    glyph(b, t.glyph, x + 44, y + 34)
    b.text(t.name, x + 84, y + 42, 21, C.ink, 600)
    b.text(t.id, x + 640, y + 42, 19, C.soft)
    b.text(t.shelf, x + 820, y + 42, 19, C.soft)
    b.text(t.kind, x + 980, y + 42, 19, C.soft)
    stateOf(b, t, x + 1220, y + 18)
  })
  b.text(
    s.query ? `${rows.length} of 214 tools` : 'Showing 11 of 214 tools',
    x,
    y0 + 56 + rows.length * 68 + 44,
    18,
    C.soft,
  )
}

function detail(b: Brush, s: Screen): void {
  const { ctx } = b
  ctx.save()
  ctx.beginPath()
  ctx.rect(SIDE, TOP, 1920 - SIDE, 1080 - TOP)
  ctx.clip()
  const y = TOP + 32 - s.scroll
  const x = SIDE + 40
  b.rect(x, y, 560, 420, C.white, 12)
  b.frame(x, y, 560, 420, C.line, 12, 1.5)
  b.rect(x + 24, y + 24, 512, 372, C.mint, 10)
  ctx.lineWidth = 1
  glyph(b, 'drill', x + 280, y + 204, 11)
  b.text('Cordless drill, 18 V', x + 600, y + 44, 38, C.ink, 800)
  b.text('LT-027 · shelf A 1 · Drilling', x + 600, y + 84, 20, C.soft)
  if (s.page === 'detail' && s.toast?.startsWith('Loan')) b.pill('Lent out', x + 600, y + 106, C.amberSoft, C.amberInk)
  else stateOf(b, TOOLS[2]!, x + 600, y + 106)
  const facts = [
    ['Condition', 'Good, checked 20 October'],
    ['Batteries', 'Two, 4.0 Ah, charged'],
    ['Comes with', 'Charger, case, twelve bits'],
    ['Deposit', 'None for members'],
    ['Longest loan', 'Three weeks'],
  ]
  facts.forEach(([k, v], i) => {
    b.text(k!, x + 600, y + 186 + i * 40, 19, C.soft)
    b.text(v!, x + 780, y + 186 + i * 40, 19, C.ink, 600)
  })
  b.button('lend', 'Lend out', x + 600, y + 366, 190, 54, true)
  b.button('reserve', 'Reserve', x + 806, y + 366, 150, 54)
  b.button('edit', 'Edit', x + 972, y + 366, 110, 54)
  const cy = y + 452
  b.rect(x, cy, 1576, 250, C.white, 12)
  b.frame(x, cy, 1576, 250, C.line, 12, 1.5)
  b.text('Accessories', x + 28, cy + 44, 24, C.ink, 800)
  ;[
    'Bit set, wood, 3 to 10 mm',
    'Bit set, masonry, 5 to 10 mm',
    'Side handle',
    'Depth stop',
    'Charger, 230 V',
    'Hard case',
  ].forEach((a, i) => {
    const ax = x + 28 + (i % 3) * 510
    const ay = cy + 76 + Math.floor(i / 3) * 76
    b.rect(ax, ay, 486, 60, C.paper, 8)
    tick(b, ax + 30, ay + 30, C.green)
    b.text(a, ax + 58, ay + 37, 19)
  })
  const hy = cy + 282
  b.rect(x, hy, 1576, 76 + HISTORY.length * 64, C.white, 12)
  b.frame(x, hy, 1576, 76 + HISTORY.length * 64, C.line, 12, 1.5)
  b.text('History', x + 28, hy + 46, 24, C.ink, 800)
  HISTORY.forEach(([when, who, note], i) => {
    const ry = hy + 76 + i * 64
    const st = b.target(`loan-${i}`, who!, x + 1, ry, 1574, 64, 'arrow')
    if (st !== 'rest') b.rect(x + 2, ry, 1572, 63, '#edf5f1')
    b.line(x, ry, x + 1576, ry, C.line, 1)
    b.text(when!, x + 28, ry + 40, 19, C.soft)
    b.text(who!, x + 300, ry + 40, 20, C.ink, 600)
    b.text(note!, x + 620, ry + 40, 19, C.soft)
  })
  ctx.restore()
  const track = 1080 - TOP - 20
  b.rect(1904, TOP + 10 + (s.scroll / 1450) * track, 8, track * 0.66, '#c3ccc6', 4)
}

function dialog(b: Brush, s: Screen): void {
  b.rect(0, 0, 1920, 1080, C.shade)
  b.targets = {}
  const x = 560
  const y = 214
  b.rect(x - 4, y + 10, 808, 660, 'rgba(10,20,18,0.25)', 18)
  b.rect(x, y, 800, 652, C.white, 16)
  b.text('Lend out', x + 40, y + 64, 32, C.ink, 800)
  b.text('Cordless drill, 18 V · LT-027', x + 40, y + 100, 19, C.soft)
  b.text('Member', x + 40, y + 158, 18, C.soft, 600)
  const st = b.target('member', 'Member field', x + 40, y + 172, 720, 58)
  b.rect(x + 40, y + 172, 720, 58, C.white, 9)
  b.frame(
    x + 40,
    y + 172,
    720,
    58,
    s.memberOpen ? C.pineLight : st === 'hover' ? C.faint : C.line,
    9,
    s.memberOpen ? 2.5 : 1.5,
  )
  b.text(s.member ?? 'Choose a member', x + 62, y + 208, 21, s.member ? C.ink : C.faint, s.member ? 600 : 400)
  b.path(C.soft, 2.6, (c) => {
    c.moveTo(x + 722, y + 196)
    c.lineTo(x + 731, y + 205)
    c.lineTo(x + 740, y + 196)
  })
  b.text('For how long', x + 40, y + 278, 18, C.soft, 600)
  ;(['1 week', '2 weeks', '3 weeks'] as const).forEach((t, i) => {
    const tx = x + 40 + i * 246
    const on = s.term === t
    const state = s.memberOpen ? 'rest' : b.target(`term-${t}`, t, tx, y + 292, 228, 58)
    b.rect(
      tx,
      y + 292,
      228,
      58,
      on ? C.mint : state === 'pressed' ? '#bfdad0' : state === 'hover' ? '#edf5f1' : C.white,
      9,
    )
    b.frame(tx, y + 292, 228, 58, on ? C.pine : C.line, 9, on ? 2.5 : 1.5)
    b.text(t, tx + 114, y + 329, 20, on ? C.pine : C.ink, 600, 'center')
  })
  b.text('Due date', x + 40, y + 398, 18, C.soft, 600)
  b.rect(x + 40, y + 412, 720, 64, C.paper, 9)
  b.text(
    { '1 week': 'Tuesday 1 December', '2 weeks': 'Tuesday 8 December', '3 weeks': 'Tuesday 15 December' }[s.term],
    x + 62,
    y + 452,
    22,
    C.ink,
    600,
  )
  b.text('before 18:00', x + 738, y + 452, 19, C.soft, 400, 'right')
  b.rect(x + 40, y + 506, 24, 24, C.pine, 5)
  tick(b, x + 52, y + 518, C.white)
  b.text('Two batteries and the case go along', x + 80, y + 525, 19)
  b.line(x, y + 556, x + 800, y + 556, C.line, 1.5)
  if (!s.memberOpen) {
    b.button('cancel', 'Cancel', x + 440, y + 576, 140, 54)
    b.button('confirm', 'Confirm', x + 600, y + 576, 160, 54, true)
    return
  }
  b.button('cancel', 'Cancel', x + 440, y + 576, 140, 54)
  b.button('confirm', 'Confirm', x + 600, y + 576, 160, 54, true)
  b.rect(x + 40, y + 240, 720, 236, 'rgba(10,20,18,0.14)', 10)
  b.rect(x + 40, y + 236, 720, 234, C.white, 10)
  b.frame(x + 40, y + 236, 720, 234, C.line, 10, 1.5)
  MEMBERS.forEach(([name, note], i) => {
    const my = y + 240 + i * 76
    const state = b.target(`member-${i}`, name!, x + 44, my, 712, 74)
    if (state !== 'rest') b.rect(x + 44, my, 712, 74, state === 'pressed' ? '#c9e2d9' : '#edf5f1', 6)
    b.rect(x + 62, my + 15, 44, 44, ['#d98f6a', '#7a9cb8', '#b59a5b'][i]!, 22)
    b.text(
      name!
        .split(' ')
        .map((w) => w[0])
        .join(''),
      x + 84,
      my + 44,
      17,
      C.white,
      600,
      'center',
    )
    b.text(name!, x + 126, my + 34, 20, C.ink, 600)
    b.text(note!, x + 126, my + 58, 16, C.soft)
  })
}

function receipt(b: Brush, s: Screen): void {
  const x = 740
  const y = TOP + 40
  b.rect(x - 3, y + 8, 706, 700, 'rgba(10,20,18,0.10)', 14)
  b.rect(x, y, 700, 690, C.white, 12)
  b.frame(x, y, 700, 690, C.line, 12, 1.5)
  b.rect(x, y, 700, 104, C.mint, 12)
  b.rect(x + 40, y + 30, 44, 44, C.green, 22)
  tick(b, x + 62, y + 52, C.white)
  b.text('Loan saved', x + 106, y + 50, 28, C.pine, 800)
  b.text('Loan 2 481 · Tuesday 24 November', x + 106, y + 80, 18, C.soft)
  const rows = [
    ['Tool', 'Cordless drill, 18 V'],
    ['Number', 'LT-027'],
    ['Member', s.member ?? ''],
    ['Due', 'Tuesday 1 December, 18:00'],
    ['With it', 'Two batteries, charger, case'],
    ['Lent by', 'Wenna Kerr, desk 2'],
  ]
  rows.forEach(([k, v], i) => {
    const ry = y + 158 + i * 58
    b.text(k!, x + 40, ry, 20, C.soft)
    b.text(v!, x + 660, ry, 20, C.ink, 600, 'right')
    b.line(x + 40, ry + 22, x + 660, ry + 22, C.line, 1)
  })
  for (let i = 0; i < 46; i++) b.rect(x + 190 + i * 7, y + 518, (i * 7919) % 5 > 1 ? 4 : 2, 60, C.ink)
  b.button('print', 'Print', x + 40, y + 606, 190, 54)
  b.button('mail', 'Send by mail', x + 250, y + 606, 210, 54)
  b.button('done', 'Done', x + 480, y + 606, 180, 54, true)
}
