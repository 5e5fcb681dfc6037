import { align } from '@/server/align/align'
import { recordings } from './voices'
for (const r of recordings('/tmp/w/vo3')) {
  const f = await align(r.wav, r.script, r.language)
  if (f.departures.length || f.words.some((w) => w.fromUs === null)) console.log(r.name, JSON.stringify(f.departures), f.words.filter((w) => w.fromUs === null).map((w) => w.text).join(' '))
}
