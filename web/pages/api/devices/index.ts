import type { APIRoute } from 'astro';
import { deviceList } from '../../../../server/devices/devices';
import { answer } from '../../../../server/http';

export const GET: APIRoute = () => answer(deviceList());
