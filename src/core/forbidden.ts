// Every package but zod resolves to this file, so that importing one into the core does not compile.
export {};
