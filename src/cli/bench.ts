import { mkdtemp, rm, writeFile, mkdir } from 'node:fs/promises'
import { cpus, tmpdir } from 'node:os'
import path from 'node:path'
import { measureCore } from '../../bench/core'
import { measureExport } from '../../bench/export'
import { measureDrag } from '../../bench/drag'
import { measureImport } from '../../bench/import'
import { measureLibrary } from '../../bench/library'
import { measurePaired } from '../../bench/paired'
import { measurePreview } from '../../bench/preview'
import { measureQuality } from '../../bench/quality'
import { report } from '../../bench/report'
import { measureVision } from '../../bench/vision'
import { measureDepartures } from '../../bench/departures'
import { measureOneOther } from '../../bench/oneOther'
import { measureVoice } from '../../bench/voice'
import { writeDemo } from '../../demo/write'
import { appRoot } from '@/server/root'
import { read, say, type CliCommand } from './command'

const PARTS = ['core', 'export', 'quality', 'import', 'library', 'preview', 'drag', 'vision', 'voice']

export const bench: CliCommand = {
  help: `
./vane bench [--out FILE.md] [--only core|export|quality|import|library|preview|drag|vision|voice]
             [--against COMMIT]

Measures export, its qualities, files coming in, the library, preview, seeking, dragging, the core, finding pointers
and finding words, and writes docs/benchmarks.md. Takes about half an hour; leave the machine alone meanwhile. With
--only, one part is measured and printed, and nothing is written; with --against, the core, painting and exporting
are measured against the code of that commit, in turns.`,
  async run(args) {
    const given = read(args, [], ['out', 'only', 'against'])
    if (!given) return 2
    const { only, against } = given.options
    if (only && !PARTS.includes(only)) {
      say(`Wrong use: --only ${only}. Try --help.`)
      return 2
    }
    const wants = (part: string) => !only || only === part
    const dir = await mkdtemp(path.join(tmpdir(), 'vane-bench-'))
    try {
      say('Writing the demo')
      const lesson = await writeDemo(dir)
      if (against) {
        const figures = await measurePaired(against, lesson, dir, say)
        for (const f of figures) say(`${f.what}: ${f.measured} (${f.bar}); ${f.detail}`)
        return 0
      }
      const figures = [
        ...(wants('core') ? measureCore() : []),
        ...(wants('export') ? await measureExport(lesson, dir, dir, say) : []),
        ...(wants('quality') ? await measureQuality(dir, say) : []),
        ...(wants('preview') ? await measurePreview(lesson, dir, say) : []),
        ...(wants('import') ? await measureImport(dir, say) : []),
        ...(wants('library') ? await measureLibrary(dir, say) : []),
        ...(wants('drag') ? await measureDrag(lesson, dir, say) : []),
        ...(wants('vision') ? await measureVision(dir, say) : []),
        ...(wants('voice')
          ? [...(await measureVoice(say)), ...(await measureDepartures(say)), ...(await measureOneOther(say))]
          : []),
      ]
      const out = given.options.out ?? path.join(appRoot(), 'docs/benchmarks.md')
      if (!only) await mkdir(path.dirname(out), { recursive: true })
      if (!only)
        await writeFile(
          out,
          report(
            figures,
            `${cpus().length} cores of ${cpus()[0]?.model.trim() || 'an unnamed processor'}`,
            new Date().toISOString().slice(0, 10),
          ),
        )
      for (const f of figures) say(`${f.what}: ${f.measured} (${f.bar}); ${f.detail}`)
      return 0
    } finally {
      await rm(dir, { recursive: true, force: true })
    }
  },
}
