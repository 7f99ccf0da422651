import type { Fixed } from '../server/endpoints/endpoint';
import type { AnswerOf } from '../sync/ask';

export type Person = Fixed<AnswerOf<'GET /crew'>>['people'][number];
export type Device = Fixed<AnswerOf<'GET /devices'>>['devices'][number];
export type Token = Fixed<AnswerOf<'GET /tokens'>>['tokens'][number];
export type Done = Fixed<AnswerOf<'GET /audit'>>['done'][number];
