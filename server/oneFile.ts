import multer, { type Multer } from 'multer';
import type { RequestHandler } from 'express';
import { HttpProblem } from './httpProblem.ts';

/**
 * Takes one file of a form. What the reader of forms meets in one that broke off, or is none, has neither a kind nor a
 * number: everything that has is left to whoever knows it.
 */
export function oneFile(upload: Multer, field: string): RequestHandler {
  const take = upload.single(field);
  return (req, res, next) => {
    take(req, res, (error: unknown) => {
      const isOfForm =
        error instanceof Error &&
        !(error instanceof multer.MulterError) &&
        (error as { code?: unknown }).code === undefined;
      next(
        isOfForm
          ? new HttpProblem(
              400,
              'The request cannot be read',
              'The form broke off, or is none.',
              'Send the file again as multipart/form-data.',
            )
          : error,
      );
    });
  };
}
