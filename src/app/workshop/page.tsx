import { Suspense } from 'react'
import { WorkshopView } from '@/features/workshop/WorkshopView'
import { workshopOrStandard } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function WorkshopPage() {
  const workshop = await workshopOrStandard()
  return (
    <Suspense>
      <WorkshopView workshop={workshop} />
    </Suspense>
  )
}
