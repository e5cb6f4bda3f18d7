/** A part of the app that did not come: the server is not there, or the connection is down. */
export class NotFetched extends Error {
  constructor() {
    super(
      'A part of Lumbre could not be fetched. Nothing was changed. Bring the connection to Lumbre back and try again.',
    );
  }
}

/** What `load` fetches of the app. @throws {NotFetched} when it does not come. */
export async function fetched<Part>(load: () => Promise<Part>): Promise<Part> {
  try {
    return await load();
  } catch {
    throw new NotFetched();
  }
}
