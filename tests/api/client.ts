/** An answer of the API: JSON is parsed, whatever it is is also there as text. */
export interface Answer<T> {
  status: number;
  type: string;
  text: string;
  body: T;
}

/** A caller of the API at an address. Content that is text already is sent as it is. */
export function caller(address: string) {
  return async <T>(method: string, path: string, content?: unknown): Promise<Answer<T>> => {
    const response = await fetch(`${address}/api/v1/${path}`, {
      method,
      ...(content === undefined
        ? {}
        : {
            headers: { 'content-type': 'application/json' },
            body: typeof content === 'string' ? content : JSON.stringify(content),
          }),
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
