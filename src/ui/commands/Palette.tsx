import { Command as Cmd } from 'cmdk'
import { setBench, useBench } from '../bench/store'
import { COMMANDS, shownKey } from './commands'
import { Dialog } from '../kit/dialog'

const close = () => setBench({ panel: 'none' })
const GROUPS = ['Add', 'Edit', 'Poses', 'Place', 'Cut', 'Moments', 'Play', 'Go', 'View', 'Lesson'] as const

/** Finds a command by a part of its name. */
export function Palette() {
  const open = useBench((b) => b.panel === 'palette')
  return (
    <Dialog open={open} onOpenChange={(o) => { if (!o) close() }} title="Find a command">
      <Cmd label="Commands" className="flex flex-col">
        <Cmd.Input autoFocus placeholder="Type a part of its name" className="mb-2 rounded border border-edge bg-card px-2 py-1.5 outline-none focus:border-accent" />
        <Cmd.List className="thin-scroll max-h-80 overflow-auto">
          <Cmd.Empty className="p-3 text-muted">No command has this in its name.</Cmd.Empty>
          {GROUPS.map((g) => (
            <Cmd.Group key={g} heading={g} className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-muted">
              {COMMANDS.filter((c) => c.group === g && (!open || !c.can || c.can())).map((c) => (
                <Cmd.Item key={c.id} value={`${c.title} ${g}`} onSelect={() => { close(); c.run() }} className="flex cursor-pointer justify-between rounded px-2 py-1 data-[selected=true]:bg-accent-wash">
                  {c.title}<kbd className="font-code text-xs text-muted">{shownKey(c.keys?.split(' ')[0])}</kbd>
                </Cmd.Item>
              ))}
            </Cmd.Group>
          ))}
        </Cmd.List>
      </Cmd>
    </Dialog>
  )
}

export function KeysHelp() {
  const open = useBench((b) => b.panel === 'keys')
  return (
    <Dialog open={open} onOpenChange={(o) => { if (!o) close() }} title="Keys" wide>
      <div className="columns-2 gap-6">
        {GROUPS.map((g) => (
          <section key={g} className="mb-3 break-inside-avoid">
            <h3 className="mb-1 font-head text-accent-deep">{g}</h3>
            {COMMANDS.filter((c) => c.group === g && c.keys).map((c) => (
              <div key={c.id} className="flex justify-between gap-3 border-b border-edge/60 py-0.5"><span>{c.title}</span><span className="shrink-0 space-x-1">{c.keys!.split(' ').map((k) => <kbd key={k} className="rounded border border-edge bg-card px-1 font-code text-xs">{shownKey(k)}</kbd>)}</span></div>
            ))}
          </section>
        ))}
      </div>
      <p className="mt-2 text-muted">While dragging: Alt keeps an end loose, Escape puts it back. On the picture: Shift keeps a line straight or a turn in steps of 15°.</p>
    </Dialog>
  )
}
