/** An end that a person can do something about: printed as one sentence, without a stack. */
export class UserFacingError extends Error {}

/** Runs the main function of a command and ends with one sentence when it fails. */
export async function main(run) {
  try {
    await run();
  } catch (error) {
    console.error(`\n${error instanceof UserFacingError ? error.message : explain(error)}`);
    process.exit(1);
  }
}

function explain(error) {
  if (error?.code === 'ENOSPC') {
    return 'The disk is full: make room and run the command again. Nothing that was saved is lost.';
  }
  if (['EACCES', 'EPERM', 'EROFS', 'ENOTDIR', 'EEXIST'].includes(error?.code)) {
    return `Corvat may not write to ${error.path ?? 'its folder'}: give yourself the right, or set CORVAT_DATA to a folder of yours.`;
  }
  // Faults of Corvat's own that are meant for people come from the built part, another copy of the class.
  if (error?.name === 'UserFacingError') return error.message;
  return error?.stack ?? String(error);
}
