import type { ClimateGrid } from '@ivolt/core';
import type { FastifyPluginAsync } from 'fastify';
import { searchPlaces } from '../places/search';
import * as schemas from './schemas';

/** What the server knows of the world: its climate and the names of places. */
export const worldRoutes: FastifyPluginAsync<{ grid: ClimateGrid }> = async (app, { grid }) => {
  app.get<{ Querystring: { lat: number; lon: number } }>(
    '/climate',
    { schema: { querystring: schemas.pointQuery, response: { 200: schemas.climateAnswer } } },
    async ({ query }) => grid.at(query.lat, query.lon),
  );

  app.get<{ Querystring: { q: string } }>(
    '/places',
    { schema: { querystring: schemas.placesQuery, response: { 200: schemas.placesAnswer } } },
    async ({ query }) => ({ places: await searchPlaces(query.q) }),
  );
};
