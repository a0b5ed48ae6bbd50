import { bundlePrograms } from '../../scripts/lib/programs.mjs'

/** The worker that reads files and computes is bundled as for the server. */
export default async function setup() {
  await bundlePrograms()
}
