'use client'

import Link from 'next/link'

export default function ErrorPage({ reset }: { readonly reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="mb-2 text-[24px] font-bold">The page could not be shown</h1>
      <p className="mb-4">
        The server or its database does not answer just now. Nothing that was saved is lost; what
        you typed last is kept in this browser.
      </p>
      <button type="button" className="button main" onClick={reset}>
        Try again
      </button>{' '}
      <Link className="button" href="/">
        All jobs
      </Link>
    </main>
  )
}
