export { setupSheetPdf } from './setupSheetPdf'
export { templatePdf } from './templatePdf'
