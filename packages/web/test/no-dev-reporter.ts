/** Stands in for the reporter to a development server, whose module cannot be compiled to CommonJS: there is none here. */
export const createDevReporter = () => () => undefined;
