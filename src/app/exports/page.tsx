import { Exports } from '@/ui/exports/Exports'

export default function Page() {
  return <Exports />
}
