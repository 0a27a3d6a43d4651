/** A value that what is derived from it follows, as on screen. */
export class Held<T> {
  value: T = $state.raw() as T;
  constructor(value: T) {
    this.value = value;
  }
}
