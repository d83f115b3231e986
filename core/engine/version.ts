/** What a prediction was made with: raised whenever figures of the engine change. */
export const ENGINE_VERSION = '4';
