/** A value of a STEP record: number, text, reference, enumeration, typed value, list; null for $ and *. */
export type StepValue = number | string | null | StepRef | StepEnum | StepTyped | StepValue[];
export interface StepRef {
  readonly ref: number;
}
export interface StepEnum {
  readonly enum: string;
}
export interface StepTyped {
  readonly type: string;
  readonly args: StepValue[];
}

export interface StepRecord {
  readonly id: number;
  readonly type: string;
  readonly args: StepValue[];
}

export const isRef = (v: StepValue | undefined): v is StepRef => typeof v === 'object' && v !== null && 'ref' in v;
