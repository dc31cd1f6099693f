import { computed, Injectable, signal, type Signal } from '@angular/core';

/** What is wrong in a form, where it is said, and what is still safe. */
export interface FormError {
  readonly error: Error | string;
  /** "must be a number. Nothing was stored." */
  readonly sentence: string;
  readonly testId: string | undefined;
}

/**
 * Where the fields of a form and what is wrong in it meet; provided by the component whose form it is. The field an error
 * names says it; `ak-wrong` says what no field there goes by.
 */
@Injectable()
export class FieldErrors {
  private readonly fields = signal<readonly Signal<string>[]>([]);
  private readonly said = signal<readonly Signal<FormError | null>[]>([]);

  /** A field that can say what is wrong with it. @returns takes it away again */
  field(name: Signal<string>): () => void {
    this.fields.update((all) => [...all, name]);
    return () => this.fields.update((all) => all.filter((x) => x !== name));
  }
  /** A place that errors are said at. @returns takes it away again */
  source(error: Signal<FormError | null>): () => void {
    this.said.update((all) => [...all, error]);
    return () => this.said.update((all) => all.filter((x) => x !== error));
  }
  /** What is wrong with a field, if anything that was said names it. */
  at(name: string): FormError | undefined {
    return this.said()
      .map((s) => s())
      .find((e): e is FormError => e !== null && nameIn(e) === name.trim().toLowerCase());
  }
  /** Whether a field there goes by the name that an error has: then it says it. */
  readonly taken = (e: FormError): boolean => {
    const name = nameIn(e);
    return name !== undefined && this.names().has(name);
  };
  private readonly names = computed(() => new Set(this.fields().map((f) => f().trim().toLowerCase())));
}

const nameIn = ({ error }: FormError): string | undefined =>
  typeof error !== 'string' && 'field' in error ? String(error.field).toLowerCase() : undefined;
