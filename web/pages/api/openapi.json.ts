import { endpoint, handle } from '../../../server/endpoint';
import openApi from '../../../server/openapi.json';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({ right: 'anybody', does: 'This API as OpenAPI 3.1.', context: 'none', run: () => openApi }),
});
