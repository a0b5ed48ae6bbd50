import Link from 'next/link'

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="mb-2 text-[24px] font-bold">There is nothing here</h1>
      <p className="mb-4">The job or way may have been put away or removed.</p>
      <Link className="button main" href="/">
        All jobs
      </Link>
    </main>
  )
}
