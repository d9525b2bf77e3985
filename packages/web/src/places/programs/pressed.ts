import { asBase64 } from '../../client/file.ts'

/** A program as it is sent: its bytes pressed with gzip, as base64. Lines of a program shrink to a tenth. */
export async function pressed(file: Blob): Promise<string> {
  const stream = file.stream().pipeThrough(new CompressionStream('gzip'))
  return asBase64(await new Response(stream).blob())
}
