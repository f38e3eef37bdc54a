import { registerDecorator } from 'class-validator'
import { ID } from '../../parts/ids.ts'

/** Accepts a table from slot names to part ids. That the parts exist is checked with the whole build. */
export const IsSlotTable = (): PropertyDecorator => (target, propertyName) =>
  registerDecorator({
    name: 'isSlotTable',
    target: target.constructor,
    propertyName: String(propertyName),
    validator: {
      validate: (v: unknown) =>
        typeof v === 'object' &&
        v !== null &&
        !Array.isArray(v) &&
        Object.keys(v).length <= 100 &&
        Object.entries(v).every(([k, id]) => ID.test(k) && typeof id === 'string' && ID.test(id)),
      defaultMessage: () => 'slots must name a part’s id for each slot, in small letters, digits and dashes',
    },
  })
