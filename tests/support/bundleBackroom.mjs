import { bundleBackroom } from '../../scripts/lib/backroom.mjs'

/** The worker that reads files and computes is bundled as for the server. */
export default async function setup() {
  await bundleBackroom()
}
