import Joi from 'joi';

/** How a sight is filed among the others of a project. */
export interface Filing {
  /** Name of the group it is put into. */
  readonly group?: string;
  /** Its place within its group, before those with a higher figure. */
  readonly order?: number;
  /** Name of the look in which it is drawn; the first of the standard where there is none. */
  readonly look?: string;
  /** Whether the plans of other sights leave its sign out. */
  readonly hidesSign?: boolean;
}

export const FILING = {
  group: Joi.string().trim().min(1).max(120),
  order: Joi.number().min(-1e6).max(1e6),
  look: Joi.string().trim().min(1).max(60),
  hidesSign: Joi.boolean(),
} satisfies Joi.SchemaMap;
