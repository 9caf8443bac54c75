import type { RequestHandler, Router } from 'express';

/** The first step of a path: `/records/visits` is one of `records`. Express reads paths in any case. */
const firstStep = (path: string): string => path.split('/', 2)[1]?.toLowerCase() ?? '';

interface Layer {
  readonly route?: { readonly path: string | readonly string[] };
  readonly handle: { readonly stack?: readonly Layer[] };
  /** Whether what is mounted here is asked for every path. */
  readonly slash: boolean;
}
/** One that is mounted under a path of its own says nothing of it: it may be any. */
const ANY = '/*';
const pathsOf = ({ route, handle, slash }: Layer): readonly string[] => {
  if (route) return [route.path].flat();
  return slash ? (handle.stack ?? []).flatMap(pathsOf) : [ANY];
};

/**
 * A router that is asked only for paths which begin as its own do: of a hundred patterns, a request is held against the few of its
 * place. One with a path that begins with a parameter, or with a router under a path of its own, is asked for everything.
 */
export function ofItsPlaces(router: Router): RequestHandler {
  const steps = new Set((router.stack as unknown as readonly Layer[]).flatMap(pathsOf).map(firstStep));
  const open = [...steps].some((step) => /[:*{]/.test(step));
  return (request, response, next) => {
    if (open || steps.has(firstStep(request.path))) router(request, response, next);
    else next();
  };
}
