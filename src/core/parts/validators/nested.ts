import 'reflect-metadata'
import { Type } from 'class-transformer'
import { IsDefined, IsObject, ValidateNested } from 'class-validator'

type Class = new () => object

const all =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, key) => {
    for (const d of decorators) d(target, key)
  }

/** One object of a class: must be there and be an object, not a list, before its fields are looked at. */
export const Nested = (of: () => Class): PropertyDecorator =>
  all(IsDefined(), IsObject(), ValidateNested(), Type(of))

/** The entries of a list, each an object of a class. */
export const NestedEach = (of: () => Class): PropertyDecorator =>
  all(IsObject({ each: true }), ValidateNested({ each: true }), Type(of))
