import * as THREE from 'three'

/** One that nothing is drawn by now: where there is no graphics card, another takes long, and the page would wait for it. */
let spare: THREE.WebGLRenderer | undefined

/** @throws {Error} where the browser shows no WebGL. */
function makeRenderer(): THREE.WebGLRenderer {
  const made = new THREE.WebGLRenderer({ antialias: true, alpha: true })
  made.localClippingEnabled = true
  return made
}

/** @throws {Error} where the browser shows no WebGL. */
export function takeRenderer(): THREE.WebGLRenderer {
  const kept = spare
  spare = undefined
  if (!kept || kept.getContext().isContextLost()) return makeRenderer()
  kept.clear()
  return kept
}

/** Gives one back that is not drawn by any more. */
export function keepRenderer(renderer: THREE.WebGLRenderer): void {
  if (spare) renderer.dispose()
  else spare = renderer
}

/** Makes one for a picture that is soon to be opened. */
export function readyRenderer(): void {
  try {
    spare ??= makeRenderer()
  } catch {
    // Said where the picture is opened.
  }
}
