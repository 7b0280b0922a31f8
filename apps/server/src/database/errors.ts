/** PostgreSQL's code of an error, where it is one (appendix A of its documentation). */
function codeOf(error: unknown): string {
  const code = (error as { code?: unknown } | null)?.code;
  return typeof code === 'string' ? code : '';
}

/** Whether a row refers to one that is not there. */
export function isMissingReference(error: unknown): boolean {
  return codeOf(error) === '23503';
}

/** Whether the database has no room to write. */
export function isDatabaseFull(error: unknown): boolean {
  return codeOf(error) === '53100';
}

/** Whether the database is away or has no room for another connection; what the driver and the pool say counts too. */
export function isDatabaseAway(error: unknown): boolean {
  const { name, message } = (error ?? {}) as { name?: string; message?: string };
  return (
    /^(08...|57P0.|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/.test(codeOf(error)) ||
    name === 'KnexTimeoutError' ||
    /Connection terminated|not queryable|timeout expired|connection timeout|Timeout acquiring/i.test(
      message ?? '',
    )
  );
}
