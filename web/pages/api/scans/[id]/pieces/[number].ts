import { endpoint, handle } from '../../../../../../server/endpoint';
import { pieceReader, takePiece } from '../../../../../../server/scans';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  PUT: handle({
    right: 'bench',
    does: 'One piece of a scan that is being stored, numbered from 0; the last missing one completes it.',
    ids: ['id'],
    body: pieceReader,
    run: ({ db }, { id, params, body }) => takePiece(db, id, Number(params['number']), new Uint8Array(body)),
  }),
});
