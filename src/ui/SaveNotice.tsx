'use client'

import { type OpenDocument } from './useDocument'

/** Tells of a conflict or a refusal, with the ways out. */
export function SaveNotice<Body>({ document }: { readonly document: OpenDocument<Body> }) {
  const { state } = document
  if (state.kind === 'conflict') {
    return (
      <div
        role="alert"
        className="mx-4 mt-2 flex flex-wrap items-center gap-3 rounded-lg border-l-4 border-red bg-red-wash p-3"
      >
        <p className="grow">
          <strong>This was changed in another page meanwhile.</strong> Nothing was overwritten. Take
          theirs, or save yours on top; either can be taken back with undo.
        </p>
        <button type="button" className="button" onClick={() => document.resolve('theirs')}>
          Take theirs
        </button>
        <button type="button" className="button" onClick={() => document.resolve('mine')}>
          Save mine on top
        </button>
      </div>
    )
  }
  if (state.kind === 'refused') {
    return (
      <div role="alert" className="mx-4 mt-2 rounded-lg border-l-4 border-red bg-red-wash p-3">
        <strong>Not saved.</strong> {state.sentence} What you typed is kept here; put it right, or
        take it back.
        <button type="button" className="button ml-3" onClick={() => window.location.reload()}>
          Load what is saved
        </button>
      </div>
    )
  }
  return null
}
