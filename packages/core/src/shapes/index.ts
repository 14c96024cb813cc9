export { FIRST_YEAR, isPlain, LAST_YEAR, unkeepable } from './plain'
export { anyInstantSchema, daySchema, idSchema, instantSchema, rawTextSchema, textSchema } from './schemas'
