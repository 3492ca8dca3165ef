import type { APIRoute } from 'astro';
import { answer } from '../../../server/http';

export const GET: APIRoute = () => answer({ ready: true });
