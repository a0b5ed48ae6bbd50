import { ImportView } from '@/features/file/ImportView'

export default function ImportPage() {
  return <ImportView />
}
