// Where a thread begins. The service runs from its sources, and a thread has to be told so by itself.
import { register } from 'tsx/esm/api';

register();
const tasks = await import('./tasks.ts');

export const readList = (call) => tasks.readList(call);
export const sheet = (call) => tasks.sheet(call);
export const agreement = (call) => tasks.agreement(call);
export const benchErrors = (call) => tasks.benchErrors(call);
export const readPlan = (call) => tasks.readPlan(call);
