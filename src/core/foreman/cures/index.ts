export { type Cure, type Cures, startCures } from './cures'
