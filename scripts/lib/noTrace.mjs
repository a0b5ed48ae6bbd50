import { Server } from 'node:http'

/** TRACE is answered before the application sees it: the Fetch standard knows no such request, and Next fails over it. */
const { emit } = Server.prototype
Server.prototype.emit = function (event, ...args) {
  const [request, response] = args
  if (event !== 'request' || request.method !== 'TRACE') return emit.call(this, event, ...args)
  response.writeHead(405, { allow: 'GET, HEAD, POST, PUT, PATCH, DELETE, OPTIONS' }).end()
  return true
}
