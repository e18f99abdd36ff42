// A handler that reads JSON and answers with some: what anything else is held against.
import express from 'express'

const app = express()
app.use(express.json())
app.post('/', (_, response) => void response.json({ ok: true }))
const server = app.listen(0, '127.0.0.1', () => console.log(`http://127.0.0.1:${server.address().port}`))
