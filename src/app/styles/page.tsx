import { Styles } from '@/ui/styles/Styles'

export default function Page() {
  return <Styles />
}
