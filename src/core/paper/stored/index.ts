export { readStored, type StoredBody } from './stored'
export { FORMAT } from './format'
export { type StoredKind, upgradeBody, upgradeDocument } from './upgrade'
export { brokenText, schemaIssues } from './zodIssues'
