import { listLessons } from '@/server/lessons'
import { Lessons } from '@/ui/lessons/Lessons'

/** The library. A database that does not answer just then is told of by the page itself. */
export default async function Page() {
  return <Lessons first={await listLessons().catch(() => null)} />
}
