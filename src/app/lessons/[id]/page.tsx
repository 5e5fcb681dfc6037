import { Workbench } from '@/ui/bench/Workbench'

export default async function Page({ params }: { params: Promise<{ id: string }> }) { return <Workbench id={(await params).id} /> }
