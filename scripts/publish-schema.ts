import { mkdirSync, writeFileSync } from 'node:fs'
import {
  CLUTCH_HUB,
  CLUTCH_HUB_WAY,
  OILER_BLOCK,
  OILER_BLOCK_LEANING_WAY,
  OILER_BLOCK_WAY,
  PIER_PLATE,
  PIER_PLATE_WAY,
  PIER_PLATE_WAY_B,
  SADDLE,
  SADDLE_CASTING,
  SADDLE_LOST,
  saddleWays,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '@/core/paper/demo'
import {
  documentJsonSchema,
  type FootholdFile,
  readDocumentText,
  writeDocument,
} from '@/core/paper/formats'
import { MeasuredSchema } from '@/core/predict/measured'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { z } from 'zod'

/** Writes the JSON Schema of the document and the demo jobs as files under docs/. */
mkdirSync('docs/schema', { recursive: true })
mkdirSync('docs/examples', { recursive: true })
writeFileSync(
  'docs/schema/foothold-2.schema.json',
  `${JSON.stringify(documentJsonSchema(), undefined, 2)}\n`,
)
writeFileSync(
  'docs/schema/measured.schema.json',
  `${JSON.stringify(z.toJSONSchema(MeasuredSchema), undefined, 2)}\n`,
)
/** Writes an example with its fields in the order of the schema. */
function publish(name: string, file: FootholdFile): void {
  const read = readDocumentText(writeDocument(file))
  if (!read.ok) throw new Error(read.issues.map((issue) => issue.sentence).join(' '))
  writeFileSync(`docs/examples/${name}.foothold.json`, writeDocument(read.value))
}

const workshop = STANDARD_WORKSHOP
publish('worm-block', { workshop, part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] })
publish('pier-plate', { workshop, part: PIER_PLATE, ways: [PIER_PLATE_WAY, PIER_PLATE_WAY_B] })
publish('oiler-block', {
  workshop,
  part: OILER_BLOCK,
  ways: [OILER_BLOCK_WAY, OILER_BLOCK_LEANING_WAY],
})
publish('clutch-hub', { workshop, part: CLUTCH_HUB, ways: [CLUTCH_HUB_WAY] })
publish('saddle', {
  workshop,
  part: SADDLE,
  ways: saddleWays(workshop),
  castings: [SADDLE_CASTING, SADDLE_LOST],
})
