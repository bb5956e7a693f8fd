import type Joi from 'joi';
import { Fault } from '../../core/faults/fault';

/**
 * Checks what is to be kept.
 * @throws Fault sight-field, with the name of what it is of, the field and why
 */
export function checked(schema: Joi.Schema, value: unknown, of: string): void {
  const { error } = schema.validate(value, { convert: false });
  if (!error) return;
  const [{ path, message } = { path: [], message: '' }] = error.details;
  throw new Fault('sight-field', { file: of, field: path.join('.') || 'it', reason: message.replace(/^"[^"]*" /, '') });
}
