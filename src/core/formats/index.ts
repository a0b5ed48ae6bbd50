export { requirementsCsv } from './csv'
export {
  documentJsonSchema,
  type FootholdFile,
  FootholdFileSchema,
  MOST_DOCUMENT_BYTES,
  readDocument,
  readDocumentText,
  writeDocument,
} from './document'
export { DOCUMENT_VERSION, upgradeDocument } from './upgrade'
export { schemaIssues } from './zodIssues'
