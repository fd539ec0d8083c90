import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { articleOf } from '@ombrik/core/stock/articles';
import { choiceOf, planCuts } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import { nanoid } from 'nanoid';
import { expect } from 'vitest';
import { testServer } from './testServer.ts';

export interface StockLine {
  id: string;
  number: number;
  articleId: string;
  unit: string;
  onHand: number;
  reserved: number;
  bin: string;
  reservations: any[];
}

/** A fresh server with the demo shop, a designer and an assembler signed in, and what their hands do in the store. */
export async function openShop() {
  const server = await testServer();
  const mira = await server.as('pe_designer');
  const jonas = await server.as('pe_assembler');
  const { jobs } = (await mira.get('/api/jobs')).json;
  const idOf = (name: string): string => jobs.find((j: { jobName: string }) => j.jobName === name).id;
  const hutId = idOf('Larchfold hut board');
  const cartId = idOf('Market cart box');
  const key = () => nanoid();
  const stock = async (): Promise<StockLine[]> => (await mira.get('/api/stock')).json.stock;
  const rowOf = async (id: string) => (await stock()).find((s) => s.id === id)!;
  const byArticle = async (articleId: string) => (await stock()).filter((s) => s.articleId === articleId);
  const receive = async (articleId: string, quantity: number, more: object = {}): Promise<string> => {
    const got = await jonas.post('/api/stock/receive', {
      articleId,
      quantity,
      times: 1,
      bin: 'here',
      cost: null,
      boughtMm: null,
      widthMm: null,
      heightMm: null,
      note: '',
      key: key(),
      ...more,
    });
    expect(got.status).toBe(201);
    return got.json.ids[0];
  };
  const take = (id: string, quantity: number, jobId: string | null = null, by = jonas) =>
    by.post(`/api/stock/${id}/take`, { quantity, jobId, note: '', key: key() });
  const planFor = async (jobId: string) => {
    const cutting = (await mira.get(`/api/jobs/${jobId}/cutting`)).json;
    const own = cutting.jobs.filter((j: { jobId: string }) => j.jobId === jobId);
    const plan = planCuts(
      own.flatMap((j: { pieces: any[] }) => j.pieces),
      rodsOf(cutting.stock, new Set([jobId])),
      (id) => articleOf(id, genericCatalogue, new Map(), defaultWorkshop.sheets),
      defaultWorkshop,
    );
    return { plan, wish: { jobs: [{ jobId, revision: own[0].revision }], groups: choiceOf(plan), key: key() } };
  };
  return { server, mira, jonas, hutId, cartId, key, stock, rowOf, byArticle, receive, take, planFor };
}
