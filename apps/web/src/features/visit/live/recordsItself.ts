'use client'

import { deviceChoice } from '../client/deviceChoice'

/** Whether figures that have settled are recorded by themselves on this device; null until somebody was asked. */
export const useRecordsItself = deviceChoice('lucerna.records-itself')
