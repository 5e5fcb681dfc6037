import { Replace } from 'lucide-react'
import type { ReactNode } from 'react'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { inWords } from '../../words/words'

/** Which file an element shows or plays, and the way to another one in its place. */
export function FileLine({ children }: { children: ReactNode }) {
  return (
    <>
      <p className="text-muted">{children}</p>
      <Button onClick={() => runCommand('replace-file')}>
        <Replace size={13} />
        {inWords('commands.replaceItsFile')}
      </Button>
    </>
  )
}
