import { Suspense } from 'react'
import { PracticeView } from '@/features/practice/PracticeView'

export default function PracticePage() {
  return (
    <Suspense>
      <PracticeView />
    </Suspense>
  )
}
