/**
 * An error as it goes into the log: what it is and where, never what it was about. Errors of the database carry the
 * values of a statement, errors of a request its body and headers.
 */
export function withoutSecrets(error: unknown): object {
  if (!(error instanceof Error)) return { message: 'something that is not an error was thrown' };
  const { name, message, stack } = error;
  const { code, cause } = error as { code?: unknown; cause?: unknown };
  return {
    name,
    message,
    stack,
    ...(typeof code === 'string' ? { code } : {}),
    ...(cause instanceof Error ? { cause: withoutSecrets(cause) } : {}),
  };
}
