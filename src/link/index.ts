/**
 * Link: the protocol to an engine computer. Messages, their client and their host will live here; data, workers and the
 * server may use them. It knows the core and transports, nothing of what is behind a transport, and no screen.
 */
export {};
