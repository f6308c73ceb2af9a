// The package ships no types: of it the tests use one function.
declare module 'mgrs' {
  /** The grid reference of a place. @param accuracy digits, 0 to 5 */
  export function forward(place: [longitude: number, latitude: number], accuracy?: number): string;
}
