from django.apps import AppConfig


class FramesConfig(AppConfig):
    name = "wide_aperture.frames"
    label = "frames"

    def ready(self) -> None:
        from wide_aperture.jobs.work import register

        register("import", "wide_aperture.frames.import_folder.carry_out")
        register("play", "wide_aperture.frames.play.carry_out")
