/** What a test starts is started as by a user: without the reader of TypeScript that the tests run by. */
delete process.env.NODE_OPTIONS
