/**
 * The form of a recurrence rule of whole days (RFC 5545). Kept apart from the reading of it, so that a screen can
 * check the form without the library that knows calendars.
 */
export const recurrenceForm = /^FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)(;[A-Z]+=[A-Z0-9,+-]+)*$/;
