import { Lessons } from '@/ui/lessons/Lessons'

export default function Page() { return <Lessons /> }
