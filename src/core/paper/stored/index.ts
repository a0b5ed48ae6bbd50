export { readStored, type StoredBody } from './stored'
export { FORMAT, type StoredKind, upgradeBody, upgradeDocument } from './upgrade'
export { brokenText, schemaIssues } from './zodIssues'
