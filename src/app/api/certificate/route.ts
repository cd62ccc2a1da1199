/** The authority this house made for itself, for a device to trust; it holds nothing secret. */
export function GET(): Response {
  const authority = process.env.IMMULGO_AUTHORITY;
  if (!authority)
    return Response.json(
      { error: { message: 'This house answers on its own machine alone, and has no certificate.' } },
      { status: 404 },
    );
  return new Response(authority, {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="immulgo.crt"',
      'cache-control': 'no-store',
    },
  });
}
