// as the application looks: what scrolls, what is hidden and how wide things are hangs on it
import '../app.css';
