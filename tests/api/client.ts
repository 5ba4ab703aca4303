/** An answer of the API: JSON is parsed, whatever it is is also there as text. */
export interface Answer<T> {
  status: number;
  type: string;
  text: string;
  body: T;
}

/**
 * A caller of the API at an address. Content that is text already is sent as it is.
 *
 * @param cookie by which the caller is known, where that needs one
 */
export function caller(address: string, cookie?: string) {
  return async <T>(method: string, path: string, content?: unknown): Promise<Answer<T>> => {
    const response = await fetch(`${address}/api/v1/${path}`, {
      method,
      headers: {
        ...(cookie === undefined ? {} : { cookie }),
        ...(content === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(content === undefined
        ? {}
        : { body: typeof content === 'string' ? content : JSON.stringify(content) }),
    });
    const text = await response.text();
    const type = response.headers.get('content-type') ?? '';
    return {
      status: response.status,
      type,
      text,
      body: (type.includes('json') ? JSON.parse(text) : null) as T,
    };
  };
}
