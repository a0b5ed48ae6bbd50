export { jawsPdf, type JawSheet } from './jawsPdf'
export { setupSheetPdf } from './setupSheetPdf'
export { templatePdf } from './templatePdf'
