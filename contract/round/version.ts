/** The version of actions; the server takes the two before its own as well. 2: soaking, merged. */
export const ACTIONS_VERSION = 2;
