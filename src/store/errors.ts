import { say } from '../core/language/say.ts';

/** A fault that a person can do something about: its message is a whole sentence for them. */
export class UserFacingError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'UserFacingError';
  }
}

/** Something that was asked for by its identifier is not there. */
export class NotFound extends UserFacingError {
  constructor(thing: string) {
    super(say`This ${thing} is not there. It may have been removed; reload the page.`);
  }
}

/** What was sent does not fit what is stored; nothing was written. */
export class Conflict extends UserFacingError {}

/** Somebody else saved first. Carries what is stored now, so that the view can offer both. */
export class StaleEdit extends UserFacingError {
  constructor(
    thing: string,
    readonly stored: unknown,
  ) {
    super(
      say`Somebody else changed this ${thing} meanwhile. Nothing of yours was lost or saved: look at both and save again.`,
    );
  }
}
