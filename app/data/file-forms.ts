import Joi from 'joi';
import { PAPERS } from '../../core/writers/paper';
import { checked } from './checked';
import type { FileForms } from './project';

const schema = Joi.object<FileForms>({
  block: Joi.boolean(),
  outlines: Joi.boolean(),
  paper: Joi.valid(...Object.keys(PAPERS)),
});

/** @throws Fault sight-field */
export const checkForms = (value: unknown): void => checked(schema, value, 'files');
