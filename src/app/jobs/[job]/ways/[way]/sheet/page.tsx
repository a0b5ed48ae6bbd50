import { SheetView } from '@/features/sheet/SheetView'
import { registerAnchors, wayZeros } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function SheetPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const [records, register] = await Promise.all([wayZeros(way.id), registerAnchors()])
  return (
    <SheetView
      jobId={job.id}
      wayId={way.id}
      part={job.part.body}
      workshop={job.workshop}
      way={way.body}
      records={records}
      register={register}
    />
  )
}
