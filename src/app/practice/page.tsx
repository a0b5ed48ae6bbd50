import { PracticeView } from '@/features/practice/PracticeView'

export default function PracticePage() {
  return <PracticeView />
}
