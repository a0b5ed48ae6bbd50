import { WorkshopView } from '@/features/workshop/WorkshopView'
import { shopNow } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function WorkshopPage() {
  return <WorkshopView {...await shopNow()} />
}
