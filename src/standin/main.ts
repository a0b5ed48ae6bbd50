import { millServer } from './server'

const port = Number(process.env.MILL_PORT ?? 4320)
const token = process.env.FOOTHOLD_MILL_TOKEN ?? ''
if (token === '') throw new Error('FOOTHOLD_MILL_TOKEN: the word that every request must carry')
const server = millServer(token)
server.listen(port, '127.0.0.1')
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.closeAllConnections()
    server.close(() => process.exit(0))
  })
