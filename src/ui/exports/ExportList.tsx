import { Download, RotateCcw, X } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { toast } from 'sonner'
import { ask, sentenceOf } from '../kit/api'
import { useNews } from '../kit/news'

interface Row { id: string; lesson: string; name: string; state: string; frame: number; of: number; framesPerSecond: number; sentence: string | null; bytes: number | null; createdAt: string; choice: { from?: number; to?: number; quality: string; height?: number } }
const size = (bytes: number) => (bytes > 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} kB`)
const left = (r: Row) => { const s = Math.ceil((r.of - r.frame) / Math.max(0.1, r.framesPerSecond)); return s > 90 ? `${Math.ceil(s / 60)} minutes left` : `${s} s left` }
const about = (r: Row) => `${r.choice.from !== undefined || r.choice.to !== undefined ? `frames ${r.choice.from ?? 0} to ${r.choice.to ?? 'the end'}` : 'whole'} · ${r.choice.quality}${r.choice.height ? ` · ${r.choice.height} px high` : ''}`

/** The exports, latest first; of one lesson, or of all. */
export function ExportList({ lesson }: { lesson?: string }) {
  const [rows, setRows] = useState<Row[] | null>(null)
  const load = useCallback(() => void ask<Row[]>('/api/exports').then((all) => setRows(all.filter((r) => !lesson || r.lesson === lesson)), () => {}), [lesson])
  useEffect(load, [load])
  useNews((n) => {
    if (n.about !== 'export') return
    if (n.state === 'running' && rows?.some((r) => r.id === n.id)) setRows((now) => now?.map((r) => (r.id === n.id ? { ...r, ...n } : r)) ?? null)
    else load()
  }, load)
  const act = (path: string, method: 'POST' | 'DELETE') => void ask(path, method).then(load, (e: unknown) => toast.error(sentenceOf(e)))
  if (!rows) return <p className="text-muted">Looking…</p>
  if (rows.length === 0) return <p className="rounded border border-edge bg-card p-3 text-muted">Nothing has been exported yet.</p>
  return (
    <ul className="thin-scroll max-h-[60vh] divide-y divide-edge overflow-auto rounded border border-edge bg-card" data-testid="exports">
      {rows.map((r) => {
        const busy = r.state === 'running' || r.state === 'waiting'
        return (
          <li key={r.id} className="px-3 py-2" data-export={r.state}>
            <div className="flex items-center gap-2">
              <span className="min-w-0 flex-1 truncate font-semibold">{r.name}</span>
              {r.state === 'done' && <a href={`/api/exports/${r.id}/file`} download className="inline-flex items-center gap-1 rounded border border-edge px-2 py-0.5 hover:border-edge-strong"><Download size={13} />Download{r.bytes ? `, ${size(r.bytes)}` : ''}</a>}
              {(r.state === 'failed' || r.state === 'cancelled') && <button type="button" aria-label="Export again" className="rounded p-1 hover:bg-black/10" onClick={() => act(`/api/exports/${r.id}`, 'POST')}><RotateCcw size={14} /></button>}
              <button type="button" aria-label={busy ? 'Cancel this export' : 'Take this export off the list'} className="rounded p-1 hover:bg-black/10" onClick={() => act(`/api/exports/${r.id}`, 'DELETE')}><X size={14} /></button>
            </div>
            <div className="flex justify-between text-muted">
              <span>{about(r)}</span>
              <span className="figures text-xs">{r.state === 'running' ? `frame ${r.frame} of ${r.of} · ${r.framesPerSecond.toFixed(0)} a second · ${left(r)}` : r.state === 'waiting' ? 'waiting' : r.state === 'cancelled' ? 'cancelled' : r.state === 'failed' ? 'failed' : new Date(r.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</span>
            </div>
            {busy && <div className="mt-1 h-1.5 rounded bg-edge" role="progressbar" aria-label={`Export of ${r.name}`} aria-valuenow={Math.round((100 * r.frame) / Math.max(1, r.of))}><div className="h-1.5 rounded bg-accent" style={{ width: `${(100 * r.frame) / Math.max(1, r.of)}%` }} /></div>}
            {r.sentence && r.state === 'failed' && <p className="mt-1 text-accent-deep">{r.sentence}</p>}
          </li>
        )
      })}
    </ul>
  )
}
