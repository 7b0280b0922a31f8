import { createServices } from './app';
import { configFromEnvironment } from './config';
import { migrate } from './database/connect';
import { seedDemo } from './demo/seed';

// Run once before the server: makes the tables, the demo production and the queue.
const services = createServices(configFromEnvironment().databaseUrl);
await migrate(services.database);
await seedDemo(services);
// Made here, since server and worker making them at the same moment would wait for each other.
await services.queue.start();
await services.queue.stop();
services.intake.close();
await services.database.destroy();
