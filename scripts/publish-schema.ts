import { mkdirSync, writeFileSync } from 'node:fs'
import {
  PIER_PLATE,
  PIER_PLATE_WAY,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '@/core/demo'
import { documentJsonSchema, writeDocument } from '@/core/formats'
import { STANDARD_WORKSHOP } from '@/core/workshop'

/** Writes the JSON Schema of the document and the demo jobs as files under docs/. */
mkdirSync('docs/schema', { recursive: true })
mkdirSync('docs/examples', { recursive: true })
writeFileSync(
  'docs/schema/foothold-1.schema.json',
  `${JSON.stringify(documentJsonSchema(), undefined, 2)}\n`,
)
const workshop = STANDARD_WORKSHOP
writeFileSync(
  'docs/examples/worm-block.foothold.json',
  writeDocument({ workshop, part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] }),
)
writeFileSync(
  'docs/examples/pier-plate.foothold.json',
  writeDocument({ workshop, part: PIER_PLATE, ways: [PIER_PLATE_WAY] }),
)
