import Joi from 'joi';
import { Fault } from '../../core/faults/fault';
import { PAPERS } from '../../core/writers/paper';
import type { FileForms } from './project';

const schema = Joi.object<FileForms>({
  block: Joi.boolean(),
  outlines: Joi.boolean(),
  paper: Joi.valid(...Object.keys(PAPERS)),
});

/** @throws Fault sight-field */
export function checkForms(value: unknown): void {
  const { error } = schema.validate(value, { convert: false });
  if (!error) return;
  const [{ path, message } = { path: [], message: '' }] = error.details;
  throw new Fault('sight-field', { file: 'files', field: path.join('.') || 'it', reason: message.replace(/^"[^"]*" /, '') });
}
