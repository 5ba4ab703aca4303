import { pythonProgram } from '../../../../../core/formats/program/python.ts';
import { endpoint } from '../../../_endpoint.ts';
import { programDownload } from '../../../_program.ts';

/** A revision of the route as one Python file; the newest when the address names none. */
export const GET = endpoint('look', (context) =>
  programDownload(context, pythonProgram, 'text/x-python', 'py'),
);
