declare const brand: unique symbol;

/** A number or string that has been checked and may not be mixed up with its look-alikes. */
export type Brand<Value, Name extends string> = Value & { readonly [brand]: Name };
