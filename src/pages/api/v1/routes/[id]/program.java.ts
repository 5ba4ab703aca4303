import { javaProgram } from '../../../../../core/formats/program/java.ts';
import { endpoint } from '../../../_endpoint.ts';
import { programDownload } from '../../../_program.ts';

/** A revision of the route as one Java file; the newest when the address names none. */
export const GET = endpoint('look', (context) =>
  programDownload(context, javaProgram, 'text/x-java', 'java'),
);
