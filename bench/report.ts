/** One line of the figures: what was measured, what it is held to, and what came out. */
export interface Figure {
  what: string
  bar: string
  measured: string
  detail: string
}

export function report(figures: Figure[], machine: string, date: string): string {
  const rows = figures.map((f) => `| ${f.what} | ${f.bar} | **${f.measured}** | ${f.detail} |`).join('\n')
  return `# Figures

Written by \`./vane bench\` on ${date}, on ${machine}. Exports are ratios against a bare ffmpeg
transcode of the same take with the same encoder settings, timed before, between and after. The preview
runs in headless Chromium without a GPU, at 1280 × 800.

| what | bar | measured | in detail |
| --- | --- | --- | --- |
${rows}

A seek ends when the right frame is painted from the take's small copy; the take itself follows as soon as
the playhead rests (0.16 s).
`
}
