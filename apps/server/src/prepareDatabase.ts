import { createServices } from './app';
import { configFromEnvironment } from './config';
import { migrate } from './database/connect';
import { seedDemo } from './demo/seed';

// Run once before the server: makes the tables and the demo production.
const services = createServices(configFromEnvironment().databaseUrl);
await migrate(services.database);
await seedDemo(services);
services.relay.close();
services.intake.close();
await services.database.destroy();
