export { makeApp } from './app.ts';
export { openServices, type Services } from './services.ts';
export { startServer, type Running } from './start.ts';
