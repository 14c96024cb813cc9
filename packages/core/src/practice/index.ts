export { ambientCoAction, DEFECT_CLASSES, type DefectClass, type Practice, practiceSchema, profileLimit, tightnessTest } from './profile'
export { SHIPPED_PRACTICES } from './shipped'
export { lintPractice, PRACTICE_FINDINGS, type PracticeFinding } from './lint'
export { METHOD_IDS, type MethodId, methodOf, METHODS } from './methods'
