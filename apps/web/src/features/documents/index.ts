/** What other features may know of this one. */
export { FieldInput } from './parts/FieldInput'
export { at, type FieldSpec, type Option, type Row } from './spec'
