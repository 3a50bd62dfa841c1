/** The version of actions; the server takes the two before its own as well. */
export const ACTIONS_VERSION = 1;
